"use client";
import { useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import type { Piece } from "@/core/job/schema";
import { addPieceOps } from "@/core/job/newJob";
import { templateOf, TEMPLATES, TEMPLATE_IDS, type Dimensions } from "@/core/pieces/templates";
import { newId } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { NumberField } from "@/ui/NumberField";
import { useBay } from "@/bay/BayContext";
import { ClothFields, clothWords } from "./ClothFields";

const SIDE_WORDS: Record<keyof Dimensions, string> = { lengthMm: "Length", depthMm: "Depth", backMm: "Back height" };
const SIDE_RANGE: Record<keyof Dimensions, [number, number]> = { lengthMm: [200, 30_000], depthMm: [200, 30_000], backMm: [100, 3000] };

/** The piece: its real measures, and its cloth once for all its zones. */
export function PieceFields({ pieceId, piece }: { pieceId: string; piece: Piece }) {
  const { run, job } = useBay();
  const { asks, usual } = templateOf(piece.template);
  // Open while nothing is known; what is picked in it must not shut it under the finger.
  const [clothOpen] = useState(piece.cloth.material === undefined);
  const path = ["pieces", "byId", pieceId];
  return (
    <>
      <details className="block" open={clothOpen}>
        <summary className="row-between"><h2>Cloth</h2><span className="soft">{clothWords(piece.cloth)}</span></summary>
        <ClothFields cloth={piece.cloth} path={[...path, "cloth"]} what={piece.name} />
      </details>
      <details className="block">
        <summary className="row-between"><h2>Piece</h2><span className="soft">{piece.name}</span></summary>
        <div className="fields">
          {asks.map((side) => (
            <NumberField key={side} label={SIDE_WORDS[side]} unit="mm" min={SIDE_RANGE[side][0]} max={SIDE_RANGE[side][1]} value={piece[side] ?? usual[side]} onChange={(value) => run(`${SIDE_WORDS[side]} of ${piece.name}`, { op: "set", path: [...path, side], value })} />
          ))}
          <FormGroup controlId="piece-name">
            <FormLabel>Name</FormLabel>
            <FormControl defaultValue={piece.name} key={piece.name} maxLength={80} onBlur={({ target }) => target.value !== piece.name && run("Name the piece", { op: "set", path: [...path, "name"], value: target.value })} />
          </FormGroup>
        </div>
        <h3 className="mt-3">Another piece on this job</h3>
        <div className="chips">
          {TEMPLATE_IDS.map((template) => (
            <Act key={template} className="chip" onAct={() => run(`Add a ${TEMPLATES[template].name.toLowerCase()}`, ...addPieceOps(template, newId))}>{TEMPLATES[template].name}</Act>
          ))}
        </div>
        {job.pieces.order.length > 1 && <p className="soft mt-2">Tap a zone of the other piece on the drawing to work on it.</p>}
      </details>
    </>
  );
}
