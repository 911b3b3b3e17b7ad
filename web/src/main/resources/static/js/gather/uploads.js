import { token } from "../page/api.js";
import { bytes } from "../page/bytes.js";
import { element } from "../page/parts.js";
import { timeLeft } from "../page/timeLeft.js";
import { toast } from "../page/toast.js";

const AT_ONCE = 2;
const RETRIES = [0, 1000, 3000, 10000];

/** What the server said of a failed upload, else that the way broke. */
function reason(failure) {
  const said = failure.originalResponse?.getBody();
  return said || "The upload broke off. What arrived is kept; choose the file again to go on.";
}

/**
 * Takes files that are dropped or chosen, uploads them in pieces, some at once, and goes on with those that broke off.
 * @param {{drop: HTMLElement, input: HTMLInputElement, pick: HTMLElement, list: HTMLElement, endpoint: string, onDone: () => void}} parts
 */
export function startUploads({ drop, input, pick, list, endpoint, onDone }) {
  const waiting = [];
  let running = 0;

  const next = () => {
    while (running < AT_ONCE && waiting.length > 0) {
      running++;
      waiting.shift()();
    }
  };

  function add(file) {
    const row = element("li", { class: "upload", "data-test": "upload" });
    const says = element("span", { class: "soft", role: "status" }, "waiting");
    const meter = element("div", { class: "meter" });
    meter.append(element("i"));
    const stop = element("button", { type: "button", class: "btn quiet" }, "Pause");
    row.append(element("span", { class: "upload-name" }, file.name), meter, says, stop);
    list.append(row);
    const started = { at: 0, sent: 0 };
    let active = false;
    const end = () => {
      if (active) {
        active = false;
        running--;
        next();
      }
    };
    const upload = new window.tus.Upload(file, {
      endpoint,
      retryDelays: RETRIES,
      metadata: { filename: file.name, filetype: file.type },
      removeFingerprintOnSuccess: true,
      onBeforeRequest: (request) => request.setHeader("X-XSRF-TOKEN", token()),
      onShouldRetry: (failure) => !failure.originalResponse || failure.originalResponse.getStatus() < 500,
      onError: (failure) => {
        says.textContent = "";
        stop.textContent = "Go on";
        end();
        toast(`${file.name}: ${reason(failure)}`);
      },
      onProgress: (sent, whole) => {
        const now = performance.now();
        if (!started.at) {
          Object.assign(started, { at: now, sent });
        }
        const rate = (sent - started.sent) / Math.max(1, now - started.at) * 1000;
        meter.firstElementChild.style.width = `${(100 * sent) / Math.max(1, whole)}%`;
        says.textContent = `${bytes(sent)} of ${bytes(whole)}${rate > 0 ? `, ${bytes(rate)}/s, ${timeLeft((whole - sent) / rate)}` : ""}`;
      },
      onSuccess: () => {
        row.remove();
        end();
        onDone();
      },
    });
    const start = async () => {
      active = true;
      started.at = 0;
      stop.textContent = "Pause";
      const before = await upload.findPreviousUploads();
      if (before.length > 0) {
        upload.resumeFromPreviousUpload(before[0]);
      }
      upload.start();
    };
    stop.addEventListener("click", () => {
      if (active) {
        upload.abort();
        says.textContent = "paused";
        stop.textContent = "Go on";
        end();
      } else {
        waiting.push(start);
        next();
      }
    });
    waiting.push(start);
    next();
  }

  const take = (files) => [...files].forEach(add);
  pick.addEventListener("click", () => input.click());
  input.addEventListener("change", () => {
    take(input.files);
    input.value = "";
  });
  drop.addEventListener("dragover", (event) => {
    if (event.dataTransfer.types.includes("Files")) {
      event.preventDefault();
      drop.classList.add("target");
    }
  });
  drop.addEventListener("dragleave", () => drop.classList.remove("target"));
  drop.addEventListener("drop", (event) => {
    event.preventDefault();
    drop.classList.remove("target");
    take(event.dataTransfer.files);
  });
  window.addEventListener("beforeunload", (event) => running > 0 && event.preventDefault());
}
