/** A copy of a template in the page. */
export function fromTemplate(id) {
  return document.getElementById(id).content.cloneNode(true);
}

/** The element that a template calls by this name. */
export function part(root, name) {
  return root.querySelector(`[data-part="${name}"]`);
}

/** A new element with text and attributes. */
export function element(tag, attributes = {}, text = "") {
  const made = document.createElement(tag);
  for (const [key, value] of Object.entries(attributes)) {
    made.setAttribute(key, value);
  }
  made.textContent = text;
  return made;
}
