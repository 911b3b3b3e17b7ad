import { element } from "./parts.js";

const LEAST_MS = 8000;
/** A slow reader's time for a letter. */
const LETTER_MS = 90;

/** Says what happened; leaves by itself once there was time to read it, unless it is pointed at or has the focus. */
export function toast(message) {
  document.querySelector(".toast")?.remove();
  const box = element("div", { class: "toast", role: "alert", "data-test": "toast" });
  const close = element("button", { type: "button", class: "btn" }, "Close");
  close.addEventListener("click", () => box.remove());
  box.append(element("span", {}, message), close);
  document.body.append(box);
  const leave = () => (box.matches(":hover, :focus-within") ? setTimeout(leave, LEAST_MS) : box.remove());
  setTimeout(leave, Math.max(LEAST_MS, LETTER_MS * message.length));
}
