import { element } from "./parts.js";

const LEAST_MS = 8000;
/** A slow reader's time for a letter. */
const LETTER_MS = 90;

/**
 * Says what happened; leaves by itself once there was time to read it, unless it is pointed at or has the focus.
 * @param {{text: string, href: string, test: string}} [link] to where there is more of it
 */
export function toast(message, link) {
  document.querySelector(".toast")?.remove();
  const box = element("div", { class: "toast", role: "alert", "data-test": "toast" });
  const close = element("button", { type: "button", class: "btn" }, "Close");
  close.addEventListener("click", () => box.remove());
  const more = link ? [element("a", { class: "underline", href: link.href, "data-test": link.test }, link.text)] : [];
  box.append(element("span", {}, message), ...more, close);
  document.body.append(box);
  const leave = () => (box.matches(":hover, :focus-within") ? setTimeout(leave, LEAST_MS) : box.remove());
  setTimeout(leave, Math.max(LEAST_MS, LETTER_MS * message.length));
}
