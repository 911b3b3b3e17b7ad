import { askJson } from "../page/api.js";
import { toast } from "../page/toast.js";

const LOOK_EVERY_MS = 500;

/** The button that has every open stage do what it can do by itself, one after the other; it goes on while the page is closed. */
export function startWorkThrough(store) {
  const button = document.getElementById("work");
  const path = `${store.path}/work`;
  let working = false;
  const open = () => store.kept.ledger.some((row) => row.open);
  const show = (status) => {
    button.hidden = !working && !open();
    button.textContent = working ? `Stop (${status.title}, ${Math.floor(100 * status.share)}%)` : "Work it through";
    button.title = working ? "Ends the stage that is at work; what is done stays" : "Runs every stage that is not settled, one after the other, and keeps each result as a revision";
  };
  async function follow(first) {
    let status = first;
    working = status.working;
    let stage = status.stage;
    while (working) {
      show(status);
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
      status = await askJson(path);
      working = status.working;
      if (status.stage !== stage || !working) {
        stage = status.stage;
        await store.load();
      }
    }
    show(status);
    if (first.working && status.message) {
      store.setStage(status.stage);
      toast(`${status.title}: ${status.message}`);
    }
  }
  const told = (request) => request.then(follow).catch((failure) => toast(failure.message));
  button.addEventListener("click", () => {
    if (working) {
      askJson(path, { method: "DELETE" }).catch((failure) => toast(failure.message));
    } else {
      told(askJson(path, { method: "POST" }));
    }
  });
  store.addEventListener("kept", () => !working && show({}));
  told(askJson(path));
}
