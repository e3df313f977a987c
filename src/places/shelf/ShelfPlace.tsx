"use client";
import { useRef, useState } from "react";
import ProgressBar from "react-bootstrap/ProgressBar";
import { AGENT_IDS, AGENTS } from "@/core/ground/catalog/agents";
import { MACHINE_IDS, machineOf, MACHINES } from "@/core/ground/catalog/machines";
import { SHELF_TOOL_IDS, toolOf, TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import type { Kit } from "@/core/job/schema";
import { withAgent, withMachine, withTool } from "@/core/judgement/shelf/edits";
import { isToolHere, ownsAgent, ownsTool } from "@/core/judgement/shelf/shelf";
import { notify } from "@/store/jobs";
import { saveAsFile } from "@/store/saveFile";
import { changeShelf, useKit } from "@/store/kit";
import { Act } from "@/ui/Act";
import { FileInput, NotTaken } from "@/ui/FileInput";
import { useProgress } from "@/ui/useProgress";
import { PlaceFrame } from "../PlaceFrame";
import { AgentRow } from "./AgentRow";
import { Bottles } from "./Bottles";
import { MachineRow } from "./MachineRow";
import { Switch, type Keep } from "./Switch";

const CLOTH_AGENTS = AGENT_IDS.filter((id) => id !== "water");

/** Where a tool fits, or what it waits for. */
function toolWords(kit: Kit, id: ToolId): string {
  const { where, turnedBy } = toolOf(id);
  return isToolHere(kit, id) && !ownsTool(kit, id)
    ? `rests until there is a ${machineOf(turnedBy!).name.toLowerCase()}`
    : where;
}

/** What this technician owns: a plan uses nothing else. */
export function ShelfPlace() {
  const kit = useKit();
  const keep = async (next: Kit, words: string) => {
    if (await changeShelf(next)) notify(words, "plain", () => void changeShelf(kit));
  };
  const agentsHere = CLOTH_AGENTS.filter((id) => ownsAgent(kit, id)).length;
  const toolsHere = SHELF_TOOL_IDS.filter((id) => isToolHere(kit, id)).length;
  const machinesHere = MACHINE_IDS.filter((id) => kit.machines[id]).length;
  return (
    <PlaceFrame at="/shelf">
      <div className="row-between mb-2">
        <h1>Shelf</h1>
        <ShelfFile kit={kit} keep={keep} />
      </div>
      <p>
        A plan takes only what is here, and says what it would rather have had. The numbers are usual ones: your label
        and rating plate outrank them, so make them yours.
      </p>
      <div className="shelf">
        <div>
          <section aria-label="Agents" className="block">
            <div className="row-between">
              <h2>Agents</h2>
              <span className="soft">
                {agentsHere} of {CLOTH_AGENTS.length} here
              </span>
            </div>
            {CLOTH_AGENTS.map((id) => (
              <AgentRow
                key={id}
                id={id}
                kit={kit}
                keep={keep}
                onSwitch={(here) =>
                  void keep(withAgent(kit, id, here), `${AGENTS[id].name}: ${here ? "here" : "not here"}.`)
                }
              />
            ))}
          </section>
          <Bottles kit={kit} keep={keep} />
        </div>
        <MachinesAndTools machinesHere={machinesHere} kit={kit} keep={keep} toolsHere={toolsHere} />
      </div>
    </PlaceFrame>
  );
}

function MachinesAndTools({
  machinesHere,
  kit,
  keep,
  toolsHere,
}: {
  machinesHere: number;
  kit: Kit;
  keep: (next: Kit, words: string) => Promise<void>;
  toolsHere: number;
}) {
  return (
    <div>
      <section aria-label="Machines" className="block">
        <div className="row-between">
          <h2>Machines</h2>
          <span className="soft">
            {machinesHere} of {MACHINE_IDS.length} here
          </span>
        </div>
        {MACHINE_IDS.map((id) => (
          <MachineRow
            key={id}
            id={id}
            kit={kit}
            keep={keep}
            onSwitch={(here) =>
              void keep(withMachine(kit, id, here), `${MACHINES[id].name}: ${here ? "here" : "not here"}.`)
            }
          />
        ))}
      </section>
      <section aria-label="Tools" className="block">
        <div className="row-between">
          <h2>Tools</h2>
          <span className="soft">
            {toolsHere} of {SHELF_TOOL_IDS.length} here, gentlest first
          </span>
        </div>
        {SHELF_TOOL_IDS.map((id) => (
          <div className="shelf-row" key={id}>
            <Switch
              name={TOOLS[id].name}
              here={isToolHere(kit, id)}
              onSwitch={(here) =>
                void keep(withTool(kit, id, here), `${TOOLS[id].name}: ${here ? "here" : "not here"}.`)
              }
            />
            <span>
              <b className="sentence">{TOOLS[id].name}</b> <span className="shelf-job soft">{toolWords(kit, id)}</span>
            </span>
          </div>
        ))}
      </section>
    </div>
  );
}

/** The shelf as a table for a spreadsheet, out and in. */
function ShelfFile({ kit, keep }: { kit: Kit; keep: Keep }) {
  const picker = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [reading, during] = useProgress();
  const save = async () => {
    const { shelfAsCsv } = await import("@/store/shelfFile");
    saveAsFile("shelf.csv", shelfAsCsv(kit), "text/csv");
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    const { readShelf, MOST_SHELF_ROWS } = await import("@/store/shelfFile");
    const table = await during("Reading the file", async (tell) =>
      (await import("@/store/tableFile")).readTable(file, MOST_SHELF_ROWS, tell),
    );
    const read = "problem" in table ? { kit, problems: [table.problem] } : readShelf(table.text, kit);
    setProblems(read.problems);
    if (read.problems.length === 0) void keep(read.kit, "The shelf is as the table says.");
  };
  return (
    <>
      <div className="row-wrap">
        <Act onAct={() => void save()}>Save as a table</Act>
        <Act onAct={() => picker.current?.click()}>Open a table</Act>
        {reading && <ProgressBar now={(100 * reading.done) / reading.of} aria-label={reading.what} />}
        <FileInput input={picker} label="Shelf table" accept=".csv,text/csv" onFile={(file) => void open(file)} />
      </div>
      <NotTaken what="The table was not taken" problems={problems} onClose={() => setProblems([])} />
    </>
  );
}
