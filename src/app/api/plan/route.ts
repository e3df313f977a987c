import { assess } from "@/core/assess";
import { USUAL_KIT } from "@/core/catalog/kit";
import { readJobFile } from "@/core/job/file";
import { inWords } from "@/core/job/problem";

const MOST_BYTES = 5_000_000;

/** Plans an exported job file: the same core as on the screen, the same sentences as import. */
export async function POST(request: Request): Promise<Response> {
  const text = await readAtMost(request, MOST_BYTES);
  if (text === undefined) return Response.json({ problems: [`The file is over ${MOST_BYTES / 1e6} MB.`] }, { status: 413 });
  const read = readJobFile(text);
  if (!read.ok) return Response.json({ problems: read.problems.map(inWords) }, { status: 400 });
  const { job, kit, asOf } = read.value;
  const { diagnosis, plan, mixes, drying, cautions } = assess(job, kit ?? USUAL_KIT, asOf);
  return Response.json({ diagnosis, plan, mixes, drying, cautions });
}

/** The body as text, counted while it streams; undefined as soon as it is too long. */
async function readAtMost({ body }: Request, most: number): Promise<string | undefined> {
  const decoder = new TextDecoder();
  let bytes = 0;
  let text = "";
  const reader = body?.getReader();
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) return text + decoder.decode();
    bytes += (part.value as Uint8Array).byteLength;
    if (bytes > most) {
      await reader?.cancel();
      return undefined;
    }
    text += decoder.decode(part.value as Uint8Array, { stream: true });
  }
}
