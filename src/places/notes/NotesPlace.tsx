"use client";
import type { EvidenceTest } from "@/core/ground/catalog/evidence";
import { useState, type ReactNode } from "react";
import Table from "react-bootstrap/Table";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import FormSelect from "react-bootstrap/FormSelect";
import { AGENTS, type Agent } from "@/core/ground/catalog/agents";
import { BUILDS } from "@/core/ground/catalog/builds";
import { EVIDENCE_IDS, testOf, type EvidenceId } from "@/core/ground/catalog/evidence";
import { FAMILIES, FAMILY_IDS, type Family, type FamilyId } from "@/core/ground/catalog/families";
import { MATERIALS } from "@/core/ground/catalog/materials";
import { ownWeight, withOwnPrior, withOwnWeight } from "@/core/judgement/diagnosis/ownTables";
import { likelihoodOf, tablesWith, tableWeight } from "@/core/judgement/diagnosis/tables";
import { readingInWords, partsWater } from "@/core/ground/quantity/ratio";
import type { OwnTables } from "@/core/job/schema";
import { MARK_WORDS, type Sourced } from "@/core/ground/quantity/provenance";
import { notify } from "@/store/jobs";
import { changeSettings, useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import { NumberField } from "@/ui/NumberField";
import { PlaceFrame } from "../PlaceFrame";
import { Fold } from "@/ui/Fold";

const LEAST = 0.01;
const MOST = 100;

const sourceWords = ({ mark, source }: Sourced) => `${MARK_WORDS[mark]}${source ? `: ${source}` : ""}`;

/** What the tool knows, table by table, each row with its mark; the evidence tables can be made one's own. */
export function NotesPlace() {
  const { ownTables } = useSettings();
  const { quantity } = useFormat();
  const keep = async (next: OwnTables | undefined, words: string) => {
    const before = ownTables;
    if (await changeSettings({ ownTables: next }))
      notify(words, "plain", () => void changeSettings({ ownTables: before }));
  };
  const { ownCount } = tablesWith(ownTables);
  return (
    <PlaceFrame at="/notes">
      <div className="row-between mb-3">
        <h1>Field notes</h1>
        {ownCount > 0 && (
          <Act onAct={() => keep(undefined, "Every weight is the table's again.")}>
            Reset all {ownCount} of your own weights
          </Act>
        )}
      </div>
      <p>
        What the tool goes by. Every row says where it comes from: a published standard, common practice, or our own
        estimate. An estimate you know better can be changed here, and goes back with one tap.
      </p>
      <Evidence own={ownTables} keep={keep} />
      <FamilyTable ownTables={ownTables} keep={keep} />
      <FibreTable />
      <Section title="Builds" what={`${Object.keys(BUILDS).length} rows`}>
        <Table className="compare">
          <thead>
            <tr>
              <th>Build</th>
              <th>Water it may take</th>
              <th>How deep</th>
              <th>From</th>
            </tr>
          </thead>
          <tbody>
            {Object.entries(BUILDS).map(([id, row]) => (
              <tr key={id}>
                <th scope="row">{row.name}</th>
                <td>{quantity({ value: row.waterBudgetLPerM2, unit: "L/m2" })}</td>
                <td>{quantity({ value: row.depthAllowedMm, unit: "mm" })}</td>
                <td>{sourceWords(row)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Section>
      <AgentTable />
    </PlaceFrame>
  );
}

function FamilyTable({
  ownTables,
  keep,
}: {
  ownTables: OwnTables | undefined;
  keep: (next: OwnTables | undefined, words: string) => Promise<void>;
}) {
  return (
    <Section title="Families of marks" what={`${FAMILY_IDS.length} rows`}>
      <Table className="compare">
        <thead>
          <tr>
            <th>Family</th>
            <th>For example</th>
            <th>How often it is met</th>
            <th>Heat</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          {(Object.entries(FAMILIES) as [FamilyId, Family][]).map(([id, { name, examples, prior, heatSets }]) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{examples}</td>
              <td>
                <NumberField
                  label={`Weight of ${name.toLowerCase()}`}
                  hideLabel
                  unit="1"
                  min={LEAST}
                  max={MOST}
                  decimals={1}
                  value={ownTables?.priors[id] ?? prior}
                  onChange={(value) => keep(withOwnPrior(ownTables, id, value), `${name}: met with weight ${value}.`)}
                />
                {ownTables?.priors[id] !== undefined && (
                  <Act
                    variant="link"
                    onAct={() => keep(withOwnPrior(ownTables, id, undefined), `${name}: back to the table's ${prior}.`)}
                  >
                    Back to {prior}
                  </Act>
                )}
              </td>
              <td>{heatSets ? `sets the ${heatSets}` : ""}</td>
              <td>{sourceWords(FAMILIES[id])}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Section>
  );
}

function FibreTable() {
  return (
    <Section title="Fibres" what={`${Object.keys(MATERIALS).length} rows`}>
      <Table className="compare">
        <thead>
          <tr>
            <th>Fibre</th>
            <th>pH as used</th>
            <th>Limit</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          {Object.entries(MATERIALS).map(([id, row]) => (
            <tr key={id}>
              <th scope="row">{row.name}</th>
              <td>
                {row.phMin} to {row.phMax}
              </td>
              <td>{row.limit}</td>
              <td>{sourceWords(row)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Section>
  );
}

function AgentTable() {
  return (
    <Section title="Agents" what={`${Object.keys(AGENTS).length} rows`}>
      <Table className="compare">
        <thead>
          <tr>
            <th>Agent</th>
            <th>Usual mix</th>
            <th>pH as used</th>
            <th>What it does, and its caution</th>
          </tr>
        </thead>
        <tbody>
          {(Object.values(AGENTS) as Agent[]).map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              <td>{row.reading ? readingInWords(partsWater(row.reading)) : "ready to use"}</td>
              <td>
                {row.phMin} to {row.phMax}
              </td>
              <td>
                {row.job}. {row.caution} <span className="soft">{sourceWords(row)}.</span>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Section>
  );
}

function Section({ title, what, children }: { title: string; what: string; children: ReactNode }) {
  return (
    <Fold title={title} note={what}>
      <div className="table-scroll" tabIndex={0} role="region" aria-label={title}>
        {children}
      </div>
    </Fold>
  );
}

/** One test against one family: what the table says, and what you say. */
function Evidence({
  own,
  keep,
}: {
  own: OwnTables | undefined;
  keep: (next: OwnTables | undefined, words: string) => void;
}) {
  const [test, setTest] = useState<EvidenceId>("towel");
  const [family, setFamily] = useState<FamilyId>("tannin");
  const row = testOf(test);
  return (
    <section className="block" aria-label="Evidence">
      <h2>What a test shows</h2>
      <div className="fields">
        <FormGroup controlId="notes-test">
          <FormLabel>Test</FormLabel>
          <FormSelect value={test} onChange={({ target }) => setTest(target.value as EvidenceId)}>
            {EVIDENCE_IDS.map((id) => (
              <option key={id} value={id}>
                {testOf(id).name}
              </option>
            ))}
          </FormSelect>
        </FormGroup>
        <FormGroup controlId="notes-family">
          <FormLabel>If it is</FormLabel>
          <FormSelect value={family} onChange={({ target }) => setFamily(target.value as FamilyId)}>
            {FAMILY_IDS.map((id) => (
              <option key={id} value={id}>
                {FAMILIES[id].name}
              </option>
            ))}
          </FormSelect>
        </FormGroup>
      </div>
      <p className="soft mt-2">
        {row.how} {sourceWords(row)}. A weight is relative: twice the weight, nearly twice as often.
      </p>
      <Table className="compare" data-testid="evidence-table">
        <thead>
          <tr>
            <th>It shows</th>
            <th>How often</th>
            <th>Weight</th>
            <th />
          </tr>
        </thead>
        <OutcomeRows row={row} test={test} family={family} own={own} keep={keep} />
      </Table>
    </section>
  );
}

/** The test and the family in hand, and what is kept of them. */
interface RowsOf {
  test: EvidenceId;
  family: FamilyId;
  own: OwnTables | undefined;
  keep: (next: OwnTables | undefined, words: string) => void;
}

function OutcomeRows({ row, ...of }: RowsOf & { row: EvidenceTest }) {
  return (
    <tbody>
      {Object.entries(row.outcomes).map(([outcome, { name }]) => (
        <OutcomeRow key={`${of.test}-${of.family}-${outcome}`} {...of} outcome={outcome} name={name} />
      ))}
    </tbody>
  );
}

function OutcomeRow({ test, family, own, keep, outcome, name }: RowsOf & { outcome: string; name: string }) {
  const table = tableWeight(test, outcome, family);
  const mine = ownWeight(own, test, outcome, family);
  return (
    <tr>
      <th scope="row">{name}</th>
      <td>
        <Num of={likelihoodOf(test, outcome, family, own)} share />
      </td>
      <td>
        <NumberField
          label={`Weight of ${name.toLowerCase()}`}
          hideLabel
          unit="1"
          min={LEAST}
          max={MOST}
          decimals={2}
          value={mine ?? table}
          onChange={(value) =>
            keep(
              withOwnWeight(own, test, outcome, family, value),
              `${name}: weight ${value} for ${FAMILIES[family].name.toLowerCase()}.`,
            )
          }
        />
      </td>
      <td>
        {mine === undefined ? (
          <span className="soft">the table&apos;s</span>
        ) : (
          <Act
            variant="link"
            onAct={() =>
              keep(withOwnWeight(own, test, outcome, family, undefined), `${name}: back to the table's ${table}.`)
            }
          >
            Yours: back to {table}
          </Act>
        )}
      </td>
    </tr>
  );
}
