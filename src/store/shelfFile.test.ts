import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "../core/job/kit";
import { withAgent, withAgentValue, withMachine, withMachineValue, withTool } from "../core/judgement/shelf/edits";
import { readShelf, shelfAsCsv } from "./shelfFile";

const mine = withMachineValue(
  withMachine(
    withTool(
      withAgentValue(
        withAgentValue(withAgent(USUAL_KIT, "citrus-solvent", false), "degreaser", "name", '=Blue, "strong"'),
        "degreaser",
        "leftMl",
        1250.5,
      ),
      "scrub-pad",
      false,
    ),
    "spot-extractor",
    true,
  ),
  "extractor",
  "flowLPerMin",
  1.4,
);

describe("the shelf as a table", () => {
  it("comes back as it went out, even over another shelf", () => {
    const text = shelfAsCsv(mine);
    expect(readShelf(text, USUAL_KIT)).toEqual({ kit: mine, problems: [] });
    expect(readShelf(text.replaceAll("\r\n", "\n"), withMachine(mine, "heater", false)).kit).toEqual({
      ...mine,
      machines: expect.objectContaining({ heater: {} }) as unknown,
    });
  });

  it("hands a spreadsheet no formula", () => {
    expect(shelfAsCsv(mine)).toContain(`"'=Blue, ""strong"""`);
  });

  it("leaves alone what a short table does not name", () => {
    expect(readShelf("kind,id,here\nagent,solvent,no", mine).kit.agents).toEqual(
      mine.agents.filter((id) => id !== "solvent"),
    );
    expect(readShelf('kind,id,here,leftMl\nagent,enzyme,yes,"750,5"', mine).kit.labels).toEqual({
      ...mine.labels,
      enzyme: { leftMl: 750.5 },
    });
  });

  it.each([
    ["name,pH\nx,7", /Line 1: the column "kind", "id", "here" is missing/],
    ["kind,id,here,colour\nagent,solvent,yes,blue", /Line 1: no column is called "colour"/],
    ["kind,id,here", /nothing under the first line/],
    ["kind,id,here\nagent,solvent,perhaps", /Line 2: "here" is "perhaps"; it is yes or no/],
    ["kind,id,here\nagent,moonshine,yes", /Line 2: there is no agent "moonshine"/],
    ["kind,id,here\nrobot,solvent,yes", /Line 2: "robot" is no kind/],
    ["kind,id,here\nagent,water,no", /Line 2: there is no agent "water"/],
    ["kind,id,here,phMin\nagent,enzyme,yes,\nagent,solvent,yes,strong", /Line 3: phMin "strong" is not a number/],
    ["kind,id,here,phMax\nagent,degreaser,yes,13.5", /Line 2: pH 10 to 13.5 is not alkaline degreaser/],
    [
      "kind,id,here,flowLPerMin\nmachine,extractor,yes,900",
      /Line 2: flowLPerMin is 900; it must be between 0.1 and 10/,
    ],
    ["kind,id,here\nagent,solvent,yes\nagent,solvent,no", /Line 3: agent solvent stands there twice/],
  ])("names the line and changes nothing: %s", (text, problem) => {
    const { kit, problems } = readShelf(text, mine);
    expect(kit).toBe(mine);
    expect(problems[0]).toMatch(problem);
  });
});
