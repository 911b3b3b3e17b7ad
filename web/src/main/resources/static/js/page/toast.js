import { element } from "./parts.js";

/** Says what happened until it is closed or replaced. */
export function toast(message) {
  document.querySelector(".toast")?.remove();
  const box = element("div", { class: "toast", role: "alert", "data-test": "toast" });
  const close = element("button", { type: "button", class: "btn" }, "Close");
  close.addEventListener("click", () => box.remove());
  box.append(element("span", {}, message), close);
  document.body.append(box);
}
