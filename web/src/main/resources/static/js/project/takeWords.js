import { clock } from "../bench/format.js";

/** How long a take is, and at which rate. */
export const lengthOf = ({ from, to, rate }) => `${clock(to - from)}, ${Number(rate.toFixed(3))} frames/s`;

/** What is to be done next in a take. */
export function stateOf({ ledger }) {
  const next = ledger.find(({ open }) => open);
  return next ? `Next: ${next.name}` : "Every stage is settled";
}

/**
 * Which rows a search keeps: all of a project whose name has it, else the takes that have it in their words.
 * @param {{name: string, takes: {name: string, words: string}[]}[]} projects
 * @returns {{shown: boolean, takes: boolean[]}[]}
 */
export function found(projects, wanted) {
  const text = wanted.trim().toLowerCase();
  const has = (words) => words.toLowerCase().includes(text);
  return projects.map(({ name, takes }) => {
    const whole = has(name);
    const kept = takes.map((take) => whole || has(`${take.name} ${take.words}`));
    return { shown: whole || kept.some(Boolean), takes: kept };
  });
}

/** Projects in the order that is asked for. */
export function sorted(projects, by) {
  const newest = (of) => (one, other) => (of(other) ?? "").localeCompare(of(one) ?? "");
  const orders = {
    made: newest(({ made }) => made),
    touched: newest(({ touched }) => touched),
    name: (one, other) => one.name.localeCompare(other.name),
  };
  return [...projects].sort(orders[by]);
}
