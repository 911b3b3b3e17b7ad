import { verdictSign } from "../bench/verdict.js";
import { ask, askJson, token } from "../page/api.js";
import { askForTakes } from "../page/giveDialog.js";
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
    part(root, "apart").textContent = `${card.solved.residual_deg.toFixed(3)}°`;
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
  askForTakes(dialog, {
    takes: takes
      .filter((take) => take.lenses === card.lenses)
      .map((take) => ({ take: take.take, name: take.name, note: `${take.project}, has ${take.rig}` })),
    none: `No take has ${card.lenses} lenses.`,
    path: `/api/rig-cards/${card.id}/give`,
    done: (count) => `${count === 1 ? "One take has" : `${count} takes have`} the card now.`,
    after: show,
  });
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
