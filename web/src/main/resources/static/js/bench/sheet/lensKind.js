import { askJson } from "../../page/api.js";
import { element, part } from "../../page/parts.js";
import { toast } from "../../page/toast.js";
import { ofKind } from "../lensModel.js";
import { numberField } from "../numberField.js";

let kinds = null;

/**
 * What a lens is like: a common optical kind to start from, its focal length in mm where the sensor's width is known, and its
 * lit disc found in its own pictures.
 * @param {{slot: string, changed: function(function(object): object, boolean=): object}} of the chosen lens and what changes it
 */
export function lensKind(root, store, { slot, changed }) {
  const lens = store.section("rig").lenses.find((entry) => entry.slot === slot);
  ready(root, store, slot, changed);
  millimetres(root, store, lens, changed);
  const find = part(root, "disc");
  find.textContent = `Find the disc of lens ${slot}`;
  find.addEventListener("click", async () => {
    find.disabled = true;
    try {
      const disc = await askJson(`${store.path}/revisions/${store.kept.revision}/disc/${slot}`);
      if (!disc.found) {
        toast("No lit disc with a dark surrounding is seen in this lens’s pictures. Set it by hand over the picture, or leave it out.");
        return;
      }
      const scale = lens.width / disc.width;
      const circle = { centre_x_px: disc.x * scale, centre_y_px: disc.y * scale, radius_px: disc.radius * scale };
      store.keep(`Lens ${slot}: disc found`, { rig: changed((entry) => ({ ...entry, circle })) });
    } catch (failure) {
      toast(failure.message);
    } finally {
      find.disabled = false;
    }
  });
}

async function ready(root, store, slot, changed) {
  try {
    kinds ??= await askJson("/api/lens-kinds");
  } catch (failure) {
    toast(failure.message);
    return;
  }
  const select = part(root, "kind");
  select.append(element("option", { value: "" }, "A common kind of lens"), ...kinds.map((kind, i) => element("option", { value: i }, kind.name)));
  select.addEventListener("change", () => {
    const kind = kinds[Number(select.value)];
    if (select.value !== "") {
      const all = part(root, "kind-all").checked;
      const label = `${all ? "All lenses" : `Lens ${slot}`}: ${kind.name.toLowerCase()}`;
      store.keep(label, { rig: changed((entry) => ofKind(entry, kind), all) });
    }
  });
}

/** Focal length in mm; the sensor's width stays on this page, since a rig is stated in pixels. */
function millimetres(root, store, lens, changed) {
  const width = store.sensorMm ?? 0;
  part(root, "mm").replaceChildren();
  const sensor = numberField({
    key: "sensor", label: "Sensor width", unit: "mm", step: 0.1, decimals: 2, least: 0, most: 100, value: width, reset: 0, test: "sensor",
    onInput: () => {},
    onDone: (value) => {
      store.sensorMm = value;
      millimetres(root, store, lens, changed);
    },
  });
  part(root, "mm").append(sensor);
  if (width > 0) {
    const value = (lens.focal_px * width) / lens.width;
    const write = (mm) => changed((entry) => ({ ...entry, focal_px: (mm * entry.width) / width }));
    part(root, "mm").append(
      numberField({
        key: "focal-mm", label: "Focal length", unit: "mm", step: 0.01, decimals: 3, least: 0.1, most: 1000, value, reset: value, test: "focal-mm",
        onInput: (mm) => store.preview("rig", write(mm)),
        onDone: (mm) => store.keep(`Lens ${lens.slot}: focal length`, { rig: write(mm) }),
      }),
    );
  }
}
