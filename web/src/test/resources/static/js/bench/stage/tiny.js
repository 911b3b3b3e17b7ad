import { part } from "../../page/parts.js";
import { backgroundJob } from "../sheet/job.js";

export function sheet(root, store) {
  const button = part(root, "count");
  const start = backgroundJob(root, store, { stage: "tiny", job: "count" }, { button, idle: "Count", busy: "Counting" });
  button.addEventListener("click", () => start({ times: 2 }));
}
