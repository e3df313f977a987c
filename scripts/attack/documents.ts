import { assess } from "../../src/core/answers/assess/assess";
import { USUAL_KIT } from "../../src/core/job/kit";
import { edgeDocument } from "../../src/core/testing/edgeDocuments";
import { check } from "./report";

const MOST_MS = 2000;
const SIZES = [
  { documents: 19_000, most: { zones: 2, findings: 3, events: 4 } },
  { documents: 900, most: { zones: 6, findings: 6, events: 8 } },
  { documents: 100, most: { zones: 40, findings: 40, events: 30 } },
];

/** Valid documents at the edges of the schema, as the tests have them; here each is timed, by the processor's time. */
export function attackDocuments() {
  for (const { documents, most } of SIZES) {
    let [threw, slowest, all] = [0, 0, 0];
    for (let seed = 0; seed < documents; seed++) {
      const { job, kit, asOf } = edgeDocument(seed + most.zones * 100_000, most);
      const before = process.cpuUsage();
      try {
        assess(job, kit ?? USUAL_KIT, asOf);
      } catch {
        threw += 1;
      }
      const { user, system } = process.cpuUsage(before);
      const ms = (user + system) / 1000;
      slowest = Math.max(slowest, ms);
      all += ms;
    }
    check(
      `${documents} valid documents of up to ${most.zones} zones: none throws, none takes over ${MOST_MS / 1000} s`,
      threw === 0 && slowest <= MOST_MS,
      `slowest ${Math.round(slowest)} ms, mean ${(all / documents).toFixed(1)} ms`,
    );
  }
}
