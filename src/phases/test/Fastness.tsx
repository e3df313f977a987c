"use client";
import { setFastness, type ClothOwner } from "@/core/job/change";
import { AGENTS, type AgentId } from "@/core/ground/catalog/agents";
import { GREY_SCALE, stepWords } from "@/core/ground/catalog/greyScaleSteps";
import { fastnessOf } from "@/core/judgement/zones/zoneView";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

const PLACE_WORDS = { proved: "proved", poor: "runs: not wet with it on this cloth", unproved: "not proved" };

/** The test sheet: one row an agent, the grey scale to hold the white cloth against. */
export function Fastness() {
  const { zone, assessment } = useBay();
  if (!zone) return null;
  const planned = assessment.plan.steps
    .filter(({ zoneIds }) => zoneIds.includes(zone.id))
    .flatMap(({ agent, proves = [] }) => (agent ? [agent, ...proves] : proves));
  // Plain water opens the damp tests, so it is always there to be proved.
  const wanted = [...new Set<AgentId>(["water", ...planned, ...(Object.keys(zone.cloth.fastness ?? {}) as AgentId[])])];
  return (
    <div className="block" data-testid="fastness">
      <h2>Colourfastness on a hidden place</h2>
      <p className="soft">
        White cloth damp with the agent, ten firm rubs or a minute&apos;s press. Hold it against the pairs: which
        difference is it like? Worse than 4: not wet with that one. Grey scale for staining, after ISO 105-A03.
      </p>
      {wanted.map((agent) => {
        const state = fastnessOf(zone, agent);
        return (
          <div key={agent} className="mb-3">
            <div className="form-label">
              {AGENTS[agent].name}: {PLACE_WORDS[state]}
            </div>
            <div className="grey-scale" role="group" aria-label={`Colourfastness of ${AGENTS[agent].name}`}>
              {GREY_SCALE.map(({ step, deltaE }) => (
                <GreyStep
                  key={step}
                  agent={agent}
                  step={step}
                  deltaE={deltaE}
                  on={zone.cloth.fastness?.[agent] === step}
                  owner={zone.clothOwner}
                />
              ))}
            </div>
          </div>
        );
      })}
    </div>
  );
}

/** White beside a grey of the step's own difference, in the paper's own colours whatever the theme. */
function GreyStep({
  agent,
  step,
  deltaE,
  on,
  owner,
}: {
  agent: AgentId;
  step: number;
  deltaE: number;
  on: boolean;
  owner: ClothOwner;
}) {
  const { run } = useBay();
  return (
    <Act
      variant="chip"
      className="grey-step"
      aria-pressed={on}
      aria-label={`Step ${stepWords(step)}${step < 4 ? ", runs" : ""}`}
      onAct={() => run(`Colourfastness, ${AGENTS[agent].name}`, setFastness(owner, agent, on ? undefined : step))}
    >
      <svg aria-hidden viewBox="0 0 40 22">
        <rect width="20" height="22" fill="lab(96 0 0)" />
        <rect x="20" width="20" height="22" fill={`lab(${96 - deltaE} 0 0)`} />
      </svg>
      {stepWords(step)}
    </Act>
  );
}
