"use client";
import { namePiece } from "@/core/job/change";
import type { Piece } from "@/core/job/schema";
import { addPieceOps } from "@/core/job/newJob";
import { measureOps } from "@/core/job/zoneOps";
import { roomCorners, type Wall } from "@/core/ground/pieces/geometry";
import { templateOf, TEMPLATES, TEMPLATE_IDS, type Measures, type Ask } from "@/core/ground/pieces/templates";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { useFormat } from "@/ui/useFormat";
import { KeptForm, type Row } from "@/ui/formLater";
import { NumberField } from "@/ui/NumberField";
import { Stepper } from "@/ui/Stepper";
import { useBay } from "@/bay/state/BayContext";
import { type Door } from "@/core/ground/pieces/part";
import { type Op } from "@/core/job/commands";

/** The piece by its real measures. */
export function PieceFields({ pieceId, piece }: { pieceId: string; piece: Piece }) {
  const { run, job } = useBay();
  const { asks, usual, also } = templateOf(piece.template);
  const measure = (label: string, change: Partial<Measures>) =>
    run(`${label} of ${piece.name}`, ...measureOps(job, pieceId, change, newId));
  return (
    <>
      <Sizes asks={asks} piece={piece} usual={usual} measure={measure} run={run} pieceId={pieceId} />
      <div className="row-wrap mt-3">
        {asks
          .filter(({ key }) => !key.endsWith("Mm"))
          .map(({ key, words, min, max }) => (
            <Stepper
              key={key}
              label={words}
              unit="1"
              step={1}
              min={min}
              max={max}
              value={piece[key] ?? usual[key]}
              onChange={(value) => measure(words, { [key]: value })}
            />
          ))}
      </div>
      {also === "rows" && <Rows rows={piece.rows ?? usual.rows ?? []} onChange={(rows) => measure("Rows", { rows })} />}
      {also === "walls" && <Walls piece={piece} onChange={measure} />}
      <h3 className="mt-3">Another piece on this job</h3>
      <div className="chips">
        {TEMPLATE_IDS.map((template) => (
          <Act
            key={template}
            variant="chip"
            onAct={() => run(`Add a ${TEMPLATES[template].name.toLowerCase()}`, ...addPieceOps(template, newId))}
          >
            {TEMPLATES[template].name}
          </Act>
        ))}
      </div>
      {job.pieces.order.length > 1 && (
        <p className="soft mt-2">Tap a zone of the other piece on the drawing to work on it.</p>
      )}
    </>
  );
}

function Sizes({
  asks,
  piece,
  usual,
  measure,
  run,
  pieceId,
}: {
  asks: readonly Ask[];
  piece: Piece;
  usual: Measures;
  measure: (label: string, change: Partial<Measures>) => void;
  run: (label: string, ...ops: Op[]) => void;
  pieceId: string;
}) {
  return (
    <KeptForm
      rows={[
        ...asks
          .filter(({ key }) => key.endsWith("Mm"))
          .map(({ key, words, min, max }): Row => ({
            kind: "number",
            name: key,
            label: words,
            unit: "mm",
            min,
            max,
            value: piece[key] ?? usual[key],
            keep: (value) => measure(words, { [key]: value }),
          })),
        {
          kind: "text",
          name: "name",
          label: "Name",
          most: 80,
          value: piece.name,
          keep: (name) => run("Name the piece", namePiece(pieceId, name)),
        },
      ]}
    />
  );
}

/** Seats row by row, front first. */
function Rows({ rows, onChange }: { rows: readonly number[]; onChange: (rows: number[]) => void }) {
  return (
    <>
      <h3 className="mt-3">Seats by row, front first</h3>
      <div className="row-wrap">
        {rows.map((seats, index) => (
          <Stepper
            key={index}
            label={`Row ${index + 1}`}
            unit="1"
            step={1}
            min={1}
            max={4}
            value={seats}
            onChange={(value) => onChange(rows.map((old, at) => (at === index ? value : old)))}
          />
        ))}
        {rows.length < 4 && <Act onAct={() => onChange([...rows, 3])}>Add a row</Act>}
        {rows.length > 1 && <Act onAct={() => onChange(rows.slice(0, -1))}>Take the last row off</Act>}
      </div>
    </>
  );
}

/** A room walked round wall by wall: side, then how far to turn; and where its doors are. */
function Walls({ piece, onChange }: { piece: Piece; onChange: (label: string, change: Partial<Measures>) => void }) {
  const { quantity } = useFormat();
  const { usual } = templateOf(piece.template);
  const walls = piece.walls ?? usual.walls ?? [];
  const doors = piece.doors ?? usual.doors ?? [];
  const { closingMm } = roomCorners(walls);
  const setWalls = (next: NonNullable<Measures["walls"]>) => onChange("Walls", { walls: next });
  const setDoors = (next: NonNullable<Measures["doors"]>) => onChange("Doors", { doors: next });
  const letter = (index: number) => String.fromCharCode(65 + index);
  return (
    <>
      <h3 className="mt-3">Walls, clockwise from the top left</h3>
      {walls.map((wall, index) => (
        <WallFields key={index} index={index} letter={letter} wall={wall} setWalls={setWalls} walls={walls} />
      ))}
      <div className="row-wrap">
        <Act onAct={() => setWalls([...walls, { lengthMm: 1000, turnDeg: 90 }])}>Add a wall</Act>
        <span className="soft">
          {closingMm < 1
            ? "The walls meet."
            : `The last wall closes the room: ${quantity({ value: closingMm / 1000, unit: "m" })}.`}
        </span>
      </div>
      <h3 className="mt-3">Doors</h3>
      {doors.map((door, index) => (
        <DoorFields
          key={index}
          index={index}
          walls={walls}
          door={door}
          letter={letter}
          setDoors={setDoors}
          doors={doors}
        />
      ))}
      {doors.length < 10 && (
        <Act onAct={() => setDoors([...doors, { wall: 0, atMm: 500, widthMm: 800 }])}>Add a door</Act>
      )}
    </>
  );
}

function WallFields({
  index,
  letter,
  wall,
  setWalls,
  walls,
}: {
  index: number;
  letter: (index: number) => string;
  wall: Wall;
  setWalls: (next: NonNullable<Measures["walls"]>) => void;
  walls: readonly Wall[];
}) {
  return (
    <div className="row-wrap mb-2">
      <NumberField
        label={`Wall ${letter(index)}`}
        unit="mm"
        min={100}
        max={30_000}
        value={wall.lengthMm}
        onChange={(lengthMm) => setWalls(walls.map((old, at) => (at === index ? { ...old, lengthMm } : old)))}
      />
      <NumberField
        label={`Turn right after ${letter(index)}`}
        unit="deg"
        min={-179}
        max={179}
        value={wall.turnDeg}
        onChange={(turnDeg) => setWalls(walls.map((old, at) => (at === index ? { ...old, turnDeg } : old)))}
      />
      {walls.length > 2 && (
        <Act
          variant="link"
          aria-label={`Take wall ${letter(index)} out`}
          onAct={() => setWalls(walls.filter((_, at) => at !== index))}
        >
          Take it out
        </Act>
      )}
    </div>
  );
}

function DoorFields({
  index,
  walls,
  door,
  letter,
  setDoors,
  doors,
}: {
  index: number;
  walls: readonly Wall[];
  door: Door;
  letter: (index: number) => string;
  setDoors: (next: NonNullable<Measures["doors"]>) => void;
  doors: readonly Door[];
}) {
  return (
    <div className="row-wrap mb-2">
      <Stepper
        label={`Door ${index + 1}, in wall`}
        unit="1"
        step={1}
        min={0}
        max={walls.length}
        value={door.wall}
        words={letter(door.wall)}
        onChange={(wall) => setDoors(doors.map((old, at) => (at === index ? { ...old, wall } : old)))}
      />
      <NumberField
        label={`Door ${index + 1}, from the wall's start`}
        unit="mm"
        min={0}
        max={30_000}
        value={door.atMm}
        onChange={(atMm) => setDoors(doors.map((old, at) => (at === index ? { ...old, atMm } : old)))}
      />
      <Act
        variant="link"
        aria-label={`Take door ${index + 1} out`}
        onAct={() => setDoors(doors.filter((_, at) => at !== index))}
      >
        Take it out
      </Act>
    </div>
  );
}
