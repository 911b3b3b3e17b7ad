import { part } from "./parts.js";

/**
 * Opens a dialog that asks for something: its form is carried out when it is sent, and stays open with the reason where that fails.
 * @param {string} id of the dialog
 * @param {function(): Promise<void>} work
 * @returns {HTMLDialogElement}
 */
export function askDialog(id, work) {
  const dialog = document.getElementById(id);
  const wrong = part(dialog, "wrong");
  wrong.hidden = true;
  part(dialog, "close").onclick = () => dialog.close();
  part(dialog, "form").onsubmit = async (event) => {
    event.preventDefault();
    try {
      await work();
      dialog.close();
    } catch (failure) {
      wrong.textContent = failure.message;
      wrong.hidden = false;
    }
  };
  dialog.showModal();
  return dialog;
}
