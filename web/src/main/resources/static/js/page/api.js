/** A failure that the server explained (RFC 9457): its message is for the user. */
export class Problem extends Error {
  constructor(status, body) {
    super(body.detail || body.title || `The server answered ${status}.`);
    this.status = status;
    this.body = body;
  }
}

const AWAY = "The pages do not answer. Nothing is lost: what was kept is kept. Run ./foldback start, then try again.";

/** The token that proves that a change comes from this page. */
export const token = () => {
  const cookie = document.cookie.split("; ").find((part) => part.startsWith("XSRF-TOKEN="));
  return cookie ? decodeURIComponent(cookie.slice("XSRF-TOKEN=".length)) : "";
};

/**
 * Asks the server; throws a Problem where it refuses.
 * @param {string} path
 * @param {{body?: object|Blob, method?: string, signal?: AbortSignal}} options
 * @returns {Promise<Response>}
 */
export async function ask(path, { body, method, signal } = {}) {
  const verb = method || (body === undefined ? "GET" : "POST");
  const headers = verb === "GET" ? {} : { "X-XSRF-TOKEN": token() };
  const file = body instanceof Blob;
  if (body !== undefined) {
    headers["Content-Type"] = file ? "application/octet-stream" : "application/json";
  }
  let response;
  try {
    response = await fetch(path, { method: verb, headers, signal, body: body === undefined || file ? body : JSON.stringify(body) });
  } catch (failure) {
    if (failure.name === "AbortError") {
      throw failure;
    }
    throw new Problem(0, { detail: AWAY });
  }
  if (!response.ok) {
    throw new Problem(response.status, await response.json().catch(() => ({})));
  }
  return response;
}

/** As ask, for answers in JSON. */
export async function askJson(path, options) {
  const response = await ask(path, options);
  return response.status === 204 ? null : response.json();
}
