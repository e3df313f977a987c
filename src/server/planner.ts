import { Worker } from "node:worker_threads";
import { limitsNow } from "./limits";
import { Pool } from "./pool";

/** One pool a server, whichever route asks for it. */
const held = globalThis as { wearyBristlePool?: Pool };

export const plannerPool = (): Pool =>
  (held.wearyBristlePool ??= new Pool(
    limitsNow(),
    (memoryMb) =>
      new Worker(new URL("./planner.thread.ts", import.meta.url), {
        resourceLimits: { maxOldGenerationSizeMb: memoryMb },
      }),
  ));
