import { withSoundOf } from "../bench/soundOptions.js";
import { askJson } from "../page/api.js";
import { askDialog } from "../page/askDialog.js";
import { element, part } from "../page/parts.js";

const dialog = document.getElementById("again-dialog");
const field = (name) => part(dialog, name);

/** Whether a picture has a front that can be turned: a framing has a path of its own, and two eyes see ahead of them. */
export const mayFace = ({ spec }) => !spec.framing && !spec.eyes;

/**
 * Asks what is to be other in a deliverable, and puts it into the queue once more.
 * @param {object} deliverable
 * @param {number} facing the yaw of its picture that comes to the front, degrees
 */
export async function openAgain(deliverable, facing = 0) {
  const { id, name, spec } = deliverable;
  field("facing-field").hidden = !mayFace(deliverable);
  field("facing").value = mayFace(deliverable) ? facing.toFixed(0) : "0";
  const [free] = await askJson("/api/deliverables/free-names", { body: [{ name, codec: spec.codec.toUpperCase() }] });
  field("name").value = free;
  const saved = await askJson("/api/specs");
  field("spec").replaceChildren(
    element("option", { value: "" }, "as it was"),
    ...saved.map((one) => element("option", { value: one.id }, one.name)),
  );
  field("spec-field").hidden = saved.length === 0;
  askDialog("again-dialog", async () => {
    const chosen = saved.find((one) => String(one.id) === field("spec").value);
    await askJson(`/api/deliverables/${id}/again`, {
      body: { name: field("name").value.trim(), facing: Number(field("facing").value.replace(",", ".")), spec: chosen ? withSoundOf(chosen.spec, spec) : null },
    });
    document.getElementById("viewer").close();
  });
}
