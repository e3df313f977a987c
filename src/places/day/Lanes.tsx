"use client";
import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import { lightFormat } from "date-fns";
import { useDrag } from "@use-gesture/react";
import { MACHINES, type MachineId } from "@/core/ground/catalog/machines";
import { DRIES_OUT } from "@/core/models/timetable/tasks";
import { Act } from "@/ui/Act";
import type { Timetable } from "@/workers/timetable.worker";
import { rolled, spansBetween, type Night } from "./rolled";
import { handLanes, isSlow, msAt, timedTasks, type TimedTask } from "./tasks";

const LANE_PX = 46;
const NAME_PX = 150;
const TOP_PX = 30;
const LEAST_WIDTH_PX = 560;
/** Around an opened visit so many minutes of the others are seen. */
const AROUND_MIN = 4;
const HOUR_WORDS_PX = 52;
/** Less than this is a tap, px. */
const LEAST_DRAG_PX = 6;
/** A break that is longer is a night. */
const NOON_MIN = 120;
/** The hours with hands in them take this share of the width, drying the rest. */
const WORK_SHARE = 0.78;
const CHARACTER_PX = 7.6;

/** A day laid out on the screen. */
interface Chart {
  timetable: Timetable;
  tasks: TimedTask[];
  people: number;
  machines: string[];
  jobIds: string[];
  /** The visits with a lane for what waits. */
  waits: string[];
  /** Where a minute stands, and the minute that stands somewhere, px. */
  x: (minute: number) => number;
  minuteAt: (px: number) => number;
  /** The top of a lane, px: hands, machines, and what waits of each visit. */
  y: (lane: number) => number;
  /** The visit whose steps are seen; the whole day where there is none. */
  opened: string | undefined;
  width: number;
  height: number;
  fromMin: number;
  endMin: number;
  prefix: string;
}

interface Clock {
  x: (minute: number) => number;
  minuteAt: (px: number) => number;
  width: number;
  fromMin: number;
  endMin: number;
}

/** The clock of one visit over the width. */
function clockOfVisit(tasks: readonly TimedTask[], width: number): Clock {
  const hands = tasks.filter(({ hands }) => hands > 0);
  const fromMin = Math.min(...hands.map(({ startMin }) => startMin)) - AROUND_MIN;
  const endMin = Math.max(...hands.map(({ endMin }) => endMin)) + AROUND_MIN;
  const perMin = (width - NAME_PX - 12) / (endMin - fromMin);
  return {
    x: (minute) => NAME_PX + (Math.min(endMin, Math.max(fromMin, minute)) - fromMin) * perMin,
    minuteAt: (px) => fromMin + (px - NAME_PX) / perMin,
    ...{ width, fromMin, endMin },
  };
}

/** The clock over the width: the hours with hands in them wide, nights between them and drying narrow. */
function clockOfDay(
  tasks: readonly TimedTask[],
  promised: readonly number[],
  nights: readonly Night[],
  width: number,
): Clock {
  const handsDone = Math.max(1, ...tasks.filter(({ hands }) => hands > 0).map(({ endMin }) => endMin));
  const endMin = Math.max(
    handsDone * 1.02,
    ...tasks.map(({ endMin }) => endMin),
    ...promised.filter((at) => at < handsDone * 4),
  );
  const share = endMin > handsDone * 1.1 ? WORK_SHARE : 1;
  const room = width - NAME_PX - 12;
  const cloth = rolled(nights);
  const whole = cloth.along(handsDone);
  const x = (minute: number) =>
    NAME_PX +
    (minute <= handsDone
      ? (cloth.along(minute) / whole) * room * share
      : room * (share + ((minute - handsDone) / (endMin - handsDone)) * (1 - share)));
  const minuteAt = (px: number) => {
    const along = Math.max(0, px - NAME_PX) / room;
    return along <= share
      ? cloth.minuteAt((along / share) * whole)
      : handsDone + ((along - share) / (1 - share)) * (endMin - handsDone);
  };
  return { x, minuteAt, width, fromMin: 0, endMin };
}

/** When nobody works, and for longer than a break. */
const nightsOf = ({ day }: Timetable): Night[] =>
  day.problem.breaks.filter(({ from, to }) => to - Math.max(0, from) > NOON_MIN).sort((a, b) => a.from - b.from);
const promisesOf = ({ day }: Timetable) => day.problem.dues.filter(({ name }) => name !== DRIES_OUT);
const y = (lane: number) => TOP_PX + lane * LANE_PX;

function chartOf(timetable: Timetable, people: number, width: number, prefix: string, picked?: string): Chart {
  const all = timedTasks(timetable);
  const jobIds = [...new Set(all.map(({ task }) => task.jobId))];
  const opened = jobIds.find((id) => id === picked && all.some(({ task, hands }) => task.jobId === id && hands > 0));
  const tasks = opened ? all.filter(({ task }) => task.jobId === opened) : all;
  const machines = [...new Set(tasks.flatMap(({ task }) => (task.machine ? [task.machine] : [])))];
  const promised = promisesOf(timetable).map(({ at }) => at);
  const clock = opened ? clockOfVisit(tasks, width) : clockOfDay(tasks, promised, nightsOf(timetable), width);
  const waits = opened ? [opened] : jobIds;
  const height = y(people + machines.length + waits.length) + 6;
  return { timetable, tasks, people, machines, jobIds, waits, y, height, prefix, opened, ...clock };
}

/** By when it is begun at the latest; nothing where that is after the hours of this day: then it does not press. */
function byWhen({ timetable }: Chart, { latestMin }: TimedTask): string {
  const nightMin = Math.min(...nightsOf(timetable).flatMap(({ from }) => (from > 0 ? [from] : [])));
  return latestMin < nightMin ? `, by ${lightFormat(msAt(timetable, latestMin), "HH:mm")}` : "";
}

const numberOf = ({ jobIds }: Chart, jobId: string) => jobIds.indexOf(jobId) + 1;
const handLane = (lane: number) => lane;
const machineLane = ({ people, machines }: Chart, machine: string) => people + machines.indexOf(machine);
const jobLane = ({ people, machines, waits }: Chart, jobId: string) => people + machines.length + waits.indexOf(jobId);

const laneNames = (chart: Chart) => [
  ...Array.from({ length: chart.people }, (_, lane) => (chart.people === 1 ? "Hands" : `Hands ${lane + 1}`)),
  ...chart.machines.map((machine) => MACHINES[machine as MachineId].name),
  ...chart.waits.map((jobId) => `${numberOf(chart, jobId)} waits, dries`),
];

/** Lanes over the clock: each pair of hands, each machine, and for each job what waits and dries. */
export function Lanes({
  timetable,
  people,
  titles,
  onMove,
}: {
  timetable: Timetable;
  people: number;
  titles: Readonly<Record<string, string>>;
  onMove: (timed: TimedTask, toMin: number) => void;
}) {
  const { ref, width: seen } = useWidth();
  const prefix = `lanes${useId().replace(/\W/g, "")}-`;
  const [picked, setPicked] = useState<string>();
  const chart = chartOf(timetable, people, seen, prefix, picked);
  const { tasks, width, height, opened } = chart;
  return (
    <>
      {opened && (
        <div className="row-between mt-2">
          <h3>
            {numberOf(chart, opened)} {titles[opened]}
          </h3>
          <Act onAct={() => setPicked(undefined)}>Whole day</Act>
        </div>
      )}
      <div className="lanes" ref={ref} tabIndex={0} role="region" aria-label="Timetable">
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={`${tasks.length} tasks over ${laneNames(chart).length} lanes; the same stands in the list below`}
        >
          <Weaves prefix={prefix} />
          <Ground chart={chart} />
          {opened ? (
            <>
              <HandBars chart={chart} onMove={onMove} />
              <MachineBars chart={chart} />
              <WaitWindows chart={chart} />
            </>
          ) : (
            <VisitBlocks chart={chart} titles={titles} onOpen={setPicked} />
          )}
          <DryingBars chart={chart} />
          <PromiseLines chart={chart} />
        </svg>
        <p className="soft lanes-key">
          {opened
            ? "Filled: no time in hand; machines with their minutes. Hatched: when the next step on that cloth may " +
              "begin, with its begin marked. By: when a slow step is begun at the latest. Drag a task to do it later: the " +
              "rest follows."
            : "Tap a visit for its steps; by: its latest begin. Dotted: drying; broken upright: a promise; grey: nobody works."}
        </p>
      </div>
    </>
  );
}

/** Hours, lanes with their names, and breaks. */
function Ground({ chart }: { chart: Chart }) {
  const { timetable, x, width, height, people, fromMin, endMin } = chart;
  return (
    <>
      {spaced(hoursBetween(timetable, fromMin, endMin), x).map(({ minute, words }) => (
        <g key={minute}>
          <line x1={x(minute)} x2={x(minute)} y1={TOP_PX - 6} y2={height} stroke="var(--line)" />
          {x(minute) + HOUR_WORDS_PX <= width && (
            <text x={x(minute) + 3} y={16} fill="var(--inkSoft)">
              {words}
            </text>
          )}
        </g>
      ))}
      {laneNames(chart).map((name, lane) => (
        <g key={lane}>
          <line x1={0} x2={width} y1={y(lane) + LANE_PX} y2={y(lane) + LANE_PX} stroke="var(--line)" />
          <text x={4} y={y(lane) + 28}>
            {name}
          </text>
        </g>
      ))}
      {timetable.day.problem.breaks.map(({ from, to }) => (
        <rect
          key={from}
          x={x(Math.max(0, from))}
          width={Math.max(0, x(to) - x(Math.max(0, from)))}
          y={y(handLane(0))}
          height={people * LANE_PX}
          fill="var(--line)"
          opacity="0.6"
        />
      ))}
    </>
  );
}

/** What a visit keeps, as one block: each pair of hands, each machine it has with it. */
function VisitBlocks({
  chart,
  titles,
  onOpen,
}: {
  chart: Chart;
  titles: Readonly<Record<string, string>>;
  onOpen: (jobId: string) => void;
}) {
  const { tasks, people, machines, jobIds, timetable } = chart;
  const hands = handLanes(tasks, people);
  const nights = nightsOf(timetable);
  return jobIds.flatMap((jobId) => {
    const first = tasks.find(({ task, hands: needed }) => task.jobId === jobId && needed > 0);
    const by = first ? byWhen(chart, first) : "";
    const name = `${numberOf(chart, jobId)} ${titles[jobId] ?? ""}`;
    const open = { onOpen: () => onOpen(jobId), chart };
    return [
      ...Array.from({ length: people }, (_, lane) => {
        const its = hands.flatMap((each) =>
          each.lane === lane && each.timed.task.jobId === jobId ? [each.timed] : [],
        );
        const block = { ...open, lane: handLane(lane), name };
        return spansBetween(its, nights).map((span, part) => (
          <Block key={`${jobId}-${lane}-${part}`} {...span} {...block} by={part === 0 ? by : ", goes on"} solid />
        ));
      }),
      ...machines.map((machine) => {
        const its = tasks.filter(({ task }) => task.jobId === jobId && task.machine === machine);
        const block = { ...open, lane: machineLane(chart, machine), name: String(numberOf(chart, jobId)) };
        return spansBetween(its, nights).map((span, part) => (
          <Block key={`${jobId}-${machine}-${part}`} {...span} {...block} />
        ));
      }),
    ];
  });
}

/** Narrower than a finger nobody hits it, px. */
const LEAST_BLOCK_PX = 22;

function Block({
  chart: { x },
  from,
  to,
  lane,
  name,
  by = "",
  solid = false,
  onOpen,
}: {
  chart: Chart;
  from: number;
  to: number;
  lane: number;
  name: string;
  /** When it is begun at the latest, where there is room to say it. */
  by?: string;
  /** Opens its steps. */
  solid?: boolean;
  onOpen: () => void;
}) {
  const width = Math.max(LEAST_BLOCK_PX, x(to) - x(from) - 2);
  const fits = Math.floor((width - 12) / CHARACTER_PX);
  const short = name.length <= fits ? name : fits >= 3 ? `${name.slice(0, fits - 1)}…` : name.split(" ")[0]!;
  const text = name.length + by.length <= fits ? name + by : short;
  const press = {
    role: "button",
    tabIndex: 0,
    className: "visit-block",
    "aria-label": `${name}${by}: its steps`,
    onClick: onOpen,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== " ") return;
      event.preventDefault();
      onOpen();
    },
  };
  return (
    <g {...(solid ? press : {})}>
      <rect
        x={x(from) + 1}
        width={width}
        y={y(lane) + 6}
        height={LANE_PX - 14}
        rx={4}
        fill={solid ? "var(--ink)" : "var(--cloth)"}
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <text x={x(from) + 7} y={y(lane) + 27} fill={solid ? "var(--linen)" : "var(--ink)"}>
        {text}
      </text>
      <title>{name + by}</title>
    </g>
  );
}

function HandBars({ chart, onMove }: { chart: Chart; onMove: (timed: TimedTask, toMin: number) => void }) {
  const { tasks, people, x, minuteAt } = chart;
  return handLanes(tasks, people).map(({ lane, timed }) => (
    <Bar
      key={`${timed.task.id}-${lane}`}
      timed={timed}
      x={x}
      y={y(handLane(lane))}
      label={timed.task.name + (isSlow(timed) ? byWhen(chart, timed) : "")}
      onMove={(byPx) => onMove(timed, minuteAt(x(timed.startMin) + byPx))}
    />
  ));
}

function MachineBars({ chart }: { chart: Chart }) {
  return chart.tasks.flatMap((timed) =>
    timed.task.machine ? (
      <Bar
        key={`m-${timed.task.id}`}
        timed={timed}
        x={chart.x}
        y={y(machineLane(chart, timed.task.machine))}
        label={String(Math.round(timed.task.minutes))}
      />
    ) : (
      []
    ),
  );
}

/** When the next step on a cloth may begin, and where it does. */
function WaitWindows({ chart }: { chart: Chart }) {
  const { timetable, tasks, x, prefix } = chart;
  const timed = new Map(tasks.map((each) => [each.task.id, each]));
  return timetable.day.problem.lags
    .filter(({ min, max, from }) => min > 0 && max !== undefined && timed.get(from)?.task.kind === "step")
    .map(({ from, min, max, to }, index) => {
      const [begin, start] = [timed.get(from)!.endMin, timed.get(to)!.startMin];
      const lane = y(jobLane(chart, timed.get(from)!.task.jobId));
      return (
        <WaitWindow key={index} x={x} begin={begin} min={min} max={max} lane={lane} prefix={prefix} start={start} />
      );
    });
}

function DryingBars({ chart }: { chart: Chart }) {
  const { tasks, x, prefix } = chart;
  return tasks
    .filter(({ task }) => task.kind === "drying" || task.kind === "airing")
    .map((timed) => ({ timed, ...timed }))
    .map(({ timed, task, startMin, endMin }) => (
      <g key={task.id}>
        <rect
          x={x(startMin)}
          width={Math.max(2, x(endMin) - x(startMin))}
          y={y(jobLane(chart, task.jobId)) + 8}
          height={LANE_PX - 18}
          fill={`url(#${prefix}dry)`}
          stroke="var(--woad)"
        />
        <title>{task.name + byWhen(chart, timed)}</title>
      </g>
    ));
}

function PromiseLines({ chart: { timetable, fromMin, endMin, x, height } }: { chart: Chart }) {
  return promisesOf(timetable)
    .filter(({ at }) => at >= fromMin && at <= endMin)
    .map(({ name, at, task }) => <PromiseLine key={`${name}-${task}`} name={name} x={x} at={at} height={height} />);
}

function Weaves({ prefix }: { prefix: string }) {
  return (
    <defs>
      <pattern id={`${prefix}wait`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="3" x2="7" y2="3" stroke="var(--weld)" strokeWidth="2.4" />
      </pattern>
      <pattern id={`${prefix}dry`} width="10" height="10" patternUnits="userSpaceOnUse">
        <line x1="0" y1="5" x2="10" y2="5" stroke="var(--woad)" strokeWidth="2.2" strokeDasharray="2 4" />
      </pattern>
    </defs>
  );
}

function WaitWindow({
  x,
  begin,
  min,
  max,
  lane,
  prefix,
  start,
}: {
  x: (minute: number) => number;
  begin: number;
  min: number;
  max: number | undefined;
  lane: number;
  prefix: string;
  start: number;
}) {
  return (
    <g>
      <rect
        x={x(begin + min)}
        width={Math.max(2, x(begin + max!) - x(begin + min))}
        y={lane + 10}
        height={LANE_PX - 22}
        fill={`url(#${prefix}wait)`}
        stroke="var(--weld)"
      />
      <line x1={x(start)} x2={x(start)} y1={lane + 6} y2={lane + LANE_PX - 8} stroke="var(--ink)" strokeWidth="2.5" />
    </g>
  );
}

function PromiseLine({
  name,
  x,
  at,
  height,
}: {
  name: string;
  x: (minute: number) => number;
  at: number;
  height: number;
}) {
  return (
    <g>
      <line
        x1={x(at)}
        x2={x(at)}
        y1={TOP_PX - 2}
        y2={height}
        stroke="var(--ink)"
        strokeWidth="2.4"
        strokeDasharray="7 5"
      />
      <title>{name}</title>
    </g>
  );
}

/** A task; dragged along the clock where it can be moved. */
function Bar({
  timed: { task, startMin, endMin, slackMin },
  x,
  y,
  label,
  onMove,
}: {
  timed: TimedTask;
  x: (minute: number) => number;
  y: number;
  label: string;
  onMove?: (byPx: number) => void;
}) {
  const [byPx, setByPx] = useState(0);
  const bind = useDrag(
    ({ movement: [dx], last }) => {
      setByPx(last ? 0 : dx);
      if (last && Math.abs(dx) > LEAST_DRAG_PX) onMove?.(dx);
    },
    { axis: "x", filterTaps: true, enabled: onMove !== undefined },
  );
  const [from, to] = [x(startMin) + byPx, x(endMin) + byPx];
  const fits = Math.floor((to - from - 10) / CHARACTER_PX);
  const text = label.length <= fits ? label : fits >= 4 ? `${label.slice(0, fits - 1)}…` : "";
  const tight = slackMin < 1;
  return (
    <g
      {...(onMove ? bind() : {})}
      className={onMove ? "bar-moves" : undefined}
      data-task={onMove && task.id}
      opacity={byPx === 0 ? 1 : 0.7}
    >
      <rect
        x={from + 0.5}
        width={Math.max(2, to - from - 1)}
        y={y + 8}
        height={LANE_PX - 18}
        rx={3}
        fill={tight ? "var(--ink)" : "var(--cloth)"}
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      {text && (
        <text x={from + 5} y={y + 27} fill={tight ? "var(--linen)" : "var(--ink)"}>
          {text}
        </text>
      )}
      <title>{`${task.name}, ${Math.round(task.minutes)} min`}</title>
    </g>
  );
}

/** Only hours whose words do not run into the ones before. */
function spaced(
  hours: { minute: number; words: string }[],
  x: (minute: number) => number,
): { minute: number; words: string }[] {
  let last = -Infinity;
  return hours.filter(({ minute }) => {
    if (x(minute) - last < HOUR_WORDS_PX) return false;
    last = x(minute);
    return true;
  });
}

/** Full hours of the clock. */
function hoursBetween(timetable: Timetable, from: number, to: number): { minute: number; words: string }[] {
  const first = new Date(msAt(timetable, from));
  first.setMinutes(60, 0, 0);
  const offset = (first.getTime() - msAt(timetable, 0)) / 60_000;
  return Array.from({ length: Math.max(0, Math.floor((to - offset) / 60) + 1) }, (_, hour) => ({
    minute: offset + hour * 60,
    words: lightFormat(msAt(timetable, offset + hour * 60), "HH:mm"),
  }));
}

function useWidth() {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(LEAST_WIDTH_PX);
  useEffect(() => {
    const watched = ref.current;
    if (!watched) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(LEAST_WIDTH_PX, entry.contentRect.width)),
    );
    observer.observe(watched);
    return () => observer.disconnect();
  }, []);
  return { ref, width };
}
