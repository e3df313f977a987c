"use client";
import { useState } from "react";
import Table from "react-bootstrap/Table";
import { HEAT_KILLS, passAnswer, secondsFor, type HeatKill } from "@/core/models/gas/heat";
import { MARK_WORDS } from "@/core/ground/quantity/provenance";
import { Num } from "@/ui/Num";
import { SmallFold } from "@/ui/Fold";
import { Stepper } from "@/ui/Stepper";

const START_C = 65;

/** Does a pass of steam kill? Said plainly for the temperature measured right behind the head. */
export function SteamKill() {
  const [tempC, setTemp] = useState(START_C);
  return (
    <SmallFold title="Does a pass of steam kill?">
      <div className="row-wrap align-items-end mb-2">
        <Stepper
          label="Surface right behind the head"
          unit="degC"
          step={5}
          min={40}
          max={110}
          value={tempC}
          onChange={setTemp}
        />
        <p className="mb-2" data-testid="steam-answer">
          <b>{passAnswer(tempC)}</b>
        </p>
      </div>
      <Table className="compare">
        <thead>
          <tr>
            <th>Held at that temperature</th>
            <th>1 in 1000 left</th>
            <th>1 in 100 000 left</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          {(Object.values(HEAT_KILLS) as HeatKill[]).map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              <td>
                <Num
                  of={secondsFor(row, 3, tempC)}
                  testId={row.name === HEAT_KILLS["food-bacteria"].name ? "steam-3" : undefined}
                />
              </td>
              <td>
                <Num of={secondsFor(row, 5, tempC)} />
              </td>
              <td className="soft">
                {MARK_WORDS[row.mark]}
                {row.source ? `, ${row.source}` : ""}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="soft">
        Only a labelled disinfectant carries a claim; heat is none. Above 40 °C at the cloth protein and dye set.
      </p>
    </SmallFold>
  );
}
