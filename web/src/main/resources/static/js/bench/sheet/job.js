import { ask, askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";

const LOOK_EVERY_MS = 300;

/**
 * A main action that goes on in the background and is recorded even if the page is closed: its button says how far it is.
 * @param {{stage: string, job: string}} which job of which stage
 * @param {{button: HTMLElement, idle: string, busy: string}} shown
 * @returns {(order: object) => Promise<void>} starts it
 */
export function backgroundJob(root, store, { stage, job }, { button, idle, busy }) {
  const ofStage = `${store.path}/stages/${stage}`;
  const path = `${ofStage}/job`;
  const cancel = part(root, "cancel");
  const offer = element("p", { class: "soft mt-2", role: "status", "data-test": "offer", hidden: "" });
  part(root, "meter").after(offer);
  const showOffer = (status) => {
    const waits = status.working && status.message;
    offer.hidden = !status.offered && !waits;
    if (waits) {
      offer.textContent = status.message;
    } else if (status.offered) {
      const use = element("button", { type: "button", class: "btn", "data-test": "use-offer" }, "Use it all the same");
      use.addEventListener("click", () => {
        askJson(`${path}/use?base=${store.kept.revision}`, { method: "POST" })
          .then(() => store.load())
          .then(() => showOffer({ offered: false }))
          .catch((failure) => toast(failure.message));
      });
      offer.replaceChildren(`${status.message} `, use);
    }
  };
  const meter = part(root, "meter");
  const show = (status) => {
    button.disabled = status.working;
    button.textContent = status.working ? `${busy}, ${Math.floor(100 * status.share)}%` : idle;
    cancel.hidden = !status.working;
    meter.hidden = !status.working;
    meter.firstElementChild.style.width = `${100 * status.share}%`;
  };
  const follow = async (first) => {
    let status = first;
    while (status.working && root.isConnected && button.isConnected) {
      show(status);
      showOffer(status);
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
      status = await askJson(path);
    }
    show(status);
    showOffer(status);
    if (status.message && !status.offered) {
      toast(status.message);
    } else if (first.working && button.isConnected && !status.offered) {
      await store.load();
    }
  };
  const told = (request) => request.then(follow).catch((failure) => toast(failure.message));
  cancel.addEventListener("click", () => ask(path, { method: "DELETE" }).catch((failure) => toast(failure.message)));
  const own = (status) => status.job === job;
  askJson(path).then((status) => own(status) && (status.working ? follow(status) : showOffer(status))).catch(() => {});
  return (order) => told(askJson(`${ofStage}/jobs/${job}?base=${store.kept.revision}`, { body: order }));
}
