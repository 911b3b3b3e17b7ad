import { askJson } from "../page/api.js";
import { hideContactStrip, showContactStrip } from "./contactStrip.js";

const LOOK_EVERY_MS = 1000;

/**
 * Asks for the take's proxies and tells how far they are; until they are there, pictures come from the originals.
 * @param {import("./store.js").Store} store
 */
export async function startProxies(store) {
  const place = document.getElementById("proxies");
  const path = `${store.path}/proxies`;
  let status = await askJson(path, { method: "POST" }).catch(() => null);
  while (status && !status.ready && !status.message) {
    place.textContent = `Proxies ${Math.floor(status.share * 100)}%`;
    place.title = "Until they are there, pictures come from the originals, which takes longer.";
    // The picture of the moment comes first.
    if (document.querySelector("[data-shown]")) {
      showContactStrip(store);
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
    status = await askJson(path).catch(() => status);
  }
  hideContactStrip();
  place.textContent = status?.message ? "No proxies" : "";
  place.title = status?.message ?? "";
  document.body.dataset.proxies = status?.ready ? "ready" : "none";
}
