"use client";
import { useId } from "react";
import Button from "react-bootstrap/Button";
import ButtonGroup from "react-bootstrap/ButtonGroup";
import { useBay } from "../state/BayContext";
import { LENSES } from "../state/phases";
import { LENS_SWATCH } from "./lenses";
import { Patterns } from "./patterns";

/** A lens button is a swatch of its own fill, so that legend and switch are one. */
export function LensBar() {
  const { lens, go } = useBay();
  const prefix = `swatch${useId().replace(/\W/g, "")}-`;
  return (
    <ButtonGroup className="lenses" aria-label="What the map shows">
      {LENSES.map(({ id, name }, index) => (
        <Button key={id} variant="plain" aria-pressed={lens === id} onClick={() => go({ lens: id })}>
          <svg aria-hidden viewBox="0 0 44 14">
            {index === 0 && <Patterns prefix={prefix} unit={1} />}
            <rect x="1" y="1" width="42" height="12" rx="3" fill="var(--cloth)" />
            <rect
              x="1"
              y="1"
              width="42"
              height="12"
              rx="3"
              fill={`url(#${prefix}${LENS_SWATCH[id]})`}
              stroke="var(--ink)"
            />
          </svg>
          {name}
        </Button>
      ))}
    </ButtonGroup>
  );
}
