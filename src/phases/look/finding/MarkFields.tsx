"use client";
import { TRIED, TRIED_IDS, type TriedId } from "@/core/ground/catalog/ownersAccount";
import { RAN_TO, SPILLED, TRIED_WHEN, type RanTo, type Spilled, type TriedWhen } from "@/core/ground/catalog/findings";
import type { MarkFinding } from "@/core/job/schema";
import { Act } from "@/ui/Act";
import { Chips, choicesOf, ManyChips } from "@/ui/Chips";
import { SmallFold } from "@/ui/Fold";
import { useSetFinding } from "./useSetFinding";

/** How much larger a lamp may show a mark than it looks. */
const BY_LAMP = [
  { id: "1", name: "As it looks" },
  { id: "1.5", name: "Half as wide again" },
  { id: "2", name: "Twice as wide" },
  { id: "3", name: "Three times" },
] as const;
type LampTimes = (typeof BY_LAMP)[number]["id"];

/** What nobody sees on a mark: how deep it went, how far a lamp shows it, what was tried on it before. */
export function MarkFields({ finding }: { finding: MarkFinding }) {
  const set = useSetFinding<MarkFinding>();
  const { size, lampSize, ranTo, spilled, tried } = finding;
  const times = lampSize && BY_LAMP.find(({ id }) => lampSize.widthMm === size.widthMm * Number(id))?.id;
  const said = [ranTo, spilled, lampSize, tried].filter((each) => each !== undefined).length;
  return (
    <>
      <p className="soft">Drag it where it belongs; drag the corner, or say how large.</p>
      <SmallFold
        title={<>Where it ran, what was tried{said > 0 ? <span className="soft">: {said} of 4 said</span> : ""}</>}
      >
        <h3>How deep it went</h3>
        <Chips<RanTo>
          label="How deep it went"
          choices={choicesOf(RAN_TO)}
          value={ranTo}
          onPick={(value) => set("ranTo", "How deep it went", value)}
        />
        <h3 className="mt-3">How much was spilled</h3>
        <Chips<Spilled>
          label="How much was spilled"
          choices={choicesOf(SPILLED)}
          value={spilled}
          onPick={(value) => set("spilled", "How much was spilled", value)}
        />
        <h3 className="mt-3">Under the lamp</h3>
        <Chips<LampTimes>
          label="Under the lamp"
          choices={BY_LAMP}
          value={times}
          onPick={(by) =>
            set(
              "lampSize",
              "Under the lamp",
              by && { widthMm: size.widthMm * Number(by), heightMm: size.heightMm * Number(by) },
            )
          }
        />
        <h3 className="mt-3">Tried on this mark</h3>
        <Tried tried={tried} onChange={(value) => set("tried", "What was tried on it", value)} />
      </SmallFold>
    </>
  );
}

type Tries = NonNullable<MarkFinding["tried"]>;

function Tried({ tried, onChange }: { tried: Tries | undefined; onChange: (value: Tries | undefined) => void }) {
  const when = tried?.find(({ when }) => when !== undefined)?.when;
  return (
    <>
      <div className="row-wrap">
        <Act
          variant="chip"
          aria-pressed={tried?.length === 0}
          onAct={() => onChange(tried?.length === 0 ? undefined : [])}
        >
          Nothing
        </Act>
        <ManyChips<TriedId>
          label="Tried on this mark"
          choices={choicesOf(TRIED)}
          value={TRIED_IDS.filter((id) => tried?.some(({ what }) => what === id))}
          onPick={(picked) =>
            onChange(picked.length > 0 ? picked.map((what) => ({ what, ...(when ? { when } : {}) })) : undefined)
          }
        />
      </div>
      {tried && tried.length > 0 && (
        <div className="mt-2">
          <Chips<TriedWhen>
            label="When it was tried"
            choices={choicesOf(TRIED_WHEN)}
            value={when}
            onPick={(value) => onChange(tried.map(({ what }) => ({ what, ...(value ? { when: value } : {}) })))}
          />
        </div>
      )}
    </>
  );
}
