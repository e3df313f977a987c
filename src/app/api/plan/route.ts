import { MOST_BYTES, limitsNow } from "@/server/limits";
import { plannerPool } from "@/server/planner";
import type { Refusal } from "@/server/pool";

const SECONDS = 1000;
/** Set by the server from the connection, whatever the client says of itself (scripts/serve.mjs). */
const CLIENT_HEADER = "x-client-address";

const refuse = (status: number, problem: string, headers: Record<string, string> = {}) =>
  Response.json({ problems: [problem] }, { status, headers: { "Cache-Control": "no-store", ...headers } });

const REFUSALS: Record<Refusal, () => Response> = {
  busy: () => refuse(429, "Too many files are being planned just now. Try again in a moment.", { "Retry-After": "2" }),
  "too-long": () =>
    refuse(
      503,
      `The plan took over ${limitsNow().timeMs / SECONDS} seconds and was stopped. Plan fewer zones, marks or events at a time.`,
    ),
  "too-much": () =>
    refuse(
      503,
      `The plan needed over ${limitsNow().memoryMb} MB and was stopped. Plan fewer zones, marks or events at a time.`,
    ),
  gone: () => refuse(499, "Nobody waits for the answer any more."),
};

/** Plans an exported job file: the same core as on the screen, the same sentences as import. */
export async function POST(request: Request): Promise<Response> {
  if (!isJson(request.headers.get("content-type")))
    return refuse(415, "Send the job file as JSON, with the content type application/json.");
  const text = await readAtMost(request, MOST_BYTES);
  if (text === undefined) return refuse(413, `The file is over ${MOST_BYTES / 1e6} MB.`);
  const answer = await plannerPool().ask(text, request.signal, request.headers.get(CLIENT_HEADER) ?? "");
  if ("refused" in answer) return REFUSALS[answer.refused]();
  return new Response(answer.body, {
    status: answer.status,
    headers: { "Content-Type": "application/json; charset=utf-8", "Cache-Control": "no-store" },
  });
}

/** JSON by its name, whatever is said of its letters after a semicolon. */
const isJson = (type: string | null): boolean =>
  /^application\/(json|[a-z0-9.+-]+\+json)$/i.test((type ?? "").split(";")[0]!.trim());

/** Read to its end though it is refused: whoever is cut off in the middle of sending never reads why. Past this he is. */
const HEARD_OUT = 4 * MOST_BYTES;

/** The body as text, counted while it streams; undefined when it is too long. */
async function readAtMost({ body }: Request, most: number): Promise<string | undefined> {
  const decoder = new TextDecoder();
  let bytes = 0;
  let text = "";
  const reader = body?.getReader();
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) return bytes > most ? undefined : text + decoder.decode();
    bytes += (part.value as Uint8Array).byteLength;
    if (bytes > HEARD_OUT) {
      await reader?.cancel();
      return undefined;
    }
    text = bytes > most ? "" : text + decoder.decode(part.value as Uint8Array, { stream: true });
  }
}
