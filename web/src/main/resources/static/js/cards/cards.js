import { verdictSign } from "../bench/verdict.js";
import { ask, askJson, token } from "../page/api.js";
import { element, fromTemplate, part } from "../page/parts.js";
import { startTheme } from "../page/theme.js";
import { toast } from "../page/toast.js";

const body = document.querySelector("#cards tbody");
let takes = [];

async function show() {
  try {
    const library = await askJson("/api/rig-cards/library");
    takes = library.takes;
    body.replaceChildren(...library.cards.map(row));
    document.body.dataset.ready = "yes";
  } catch (failure) {
    toast(failure.message);
  }
}

function row(card) {
  const root = fromTemplate("card-row").querySelector("tr");
  part(root, "name").textContent = card.name;
  part(root, "lenses").textContent = card.lenses;
  part(root, "from").textContent = card.solved ? `Solved on ${card.solved.take}, ${card.solved.on}` : card.ready ? "A kind of rig, as it comes" : "Brought in, or set by hand";
  if (card.solved) {
    part(root, "verdict").append(verdictSign(card.solved.verdict));
    part(root, "apart").textContent = `${card.solved.rest_deg.toFixed(3)}°`;
  }
  part(root, "used").textContent = card.usedBy.join(", ") || "none";
  part(root, "card").href = `/api/rig-cards/${card.id}/card.json`;
  part(root, "opencv").href = `/api/rig-cards/${card.id}/opencv.yml`;
  part(root, "give").addEventListener("click", () => give(card));
  part(root, "delete").hidden = card.ready;
  part(root, "delete").addEventListener("click", () => remove(card));
  return root;
}

function give(card) {
  const dialog = document.getElementById("give");
  const list = part(dialog, "takes");
  const fitting = takes.filter((take) => take.lenses === card.lenses);
  part(dialog, "problems").replaceChildren();
  list.replaceChildren(
    ...fitting.map((take) => {
      const item = element("li");
      const label = element("label", { class: "flex gap-2 items-baseline" });
      label.append(element("input", { type: "checkbox", value: take.take, "data-test": "give-take" }), element("span", {}, take.name), element("span", { class: "soft" }, `${take.project}, has ${take.rig}`));
      item.append(label);
      return item;
    }),
  );
  if (fitting.length === 0) {
    list.append(element("li", { class: "soft" }, `No take has ${card.lenses} lenses.`));
  }
  part(dialog, "close").onclick = () => dialog.close();
  part(dialog, "go").onclick = async () => {
    const chosen = [...list.querySelectorAll("input:checked")].map((box) => Number(box.value));
    try {
      const given = await askJson(`/api/rig-cards/${card.id}/give`, { body: { takes: chosen } });
      const problems = given.filter((each) => each.problem);
      part(dialog, "problems").replaceChildren(...problems.map((each) => element("li", {}, `${each.name}: ${each.problem}`)));
      await show();
      if (problems.length === 0) {
        dialog.close();
        toast(`${given.length === 1 ? "One take has" : `${given.length} takes have`} the card now.`);
      }
    } catch (failure) {
      toast(failure.message);
    }
  };
  dialog.showModal();
}

function remove(card) {
  const dialog = document.getElementById("sure");
  part(dialog, "what").textContent = `Delete ${card.name}?`;
  part(dialog, "close").onclick = () => dialog.close();
  part(dialog, "go").onclick = async () => {
    dialog.close();
    await ask(`/api/rig-cards/${card.id}`, { method: "DELETE" }).catch((failure) => toast(failure.message));
    show();
  };
  dialog.showModal();
}

const file = document.getElementById("file");
file.addEventListener("change", async () => {
  const [chosen] = file.files;
  if (!chosen) {
    return;
  }
  const name = chosen.name.replace(/\.[a-z.-]+$/i, "");
  try {
    const response = await fetch(`/api/rig-cards?name=${encodeURIComponent(name)}`, {
      method: "POST",
      headers: { "X-XSRF-TOKEN": token(), "Content-Type": "text/plain" },
      body: await chosen.text(),
    });
    const answer = await response.json();
    toast(response.ok ? `${chosen.name} is a rig card now.` : `${chosen.name} was not brought in: ${answer.detail}`);
  } catch {
    toast("The pages do not answer. Run ./foldback start, then try again.");
  }
  file.value = "";
  show();
});

startTheme();
show();
