"use client";
import { hoursSaid } from "@/core/answers/day/hours";
import { changeDay, useSettings } from "@/store/settings";
import { Chips, ManyChips } from "./Chips";
import { KeptForm } from "./formLater";

/** When hands work; every plan keeps to it. @param typed other hours than the usual ones may be typed */
export function HoursFields({ typed = false }: { typed?: boolean }) {
  const hours = hoursSaid(useSettings().day?.hours);
  return (
    <>
      <div className="mt-2">
        <div className="form-label">Hours</div>
        <Chips
          label="Hours"
          choices={HOURS}
          value={HOURS.find(({ from, to }) => from === hours.from && to === hours.to)?.id}
          onPick={(id) => {
            const picked = HOURS.find((each) => each.id === id) ?? HOURS[0];
            void changeDay({ hours: { ...hours, from: picked.from, to: picked.to } });
          }}
        />
      </div>
      {typed && (
        <KeptForm
          className="fields clock-fields mt-2"
          rows={(["from", "to"] as const).map((end) => ({
            kind: "clock",
            name: `hours-${end}`,
            label: end === "from" ? "From" : "To",
            value: hours[end],
            keep: (clock) => void changeDay({ hours: { ...hours, [end]: clock } }),
          }))}
        />
      )}
      <div className="mt-2">
        <div className="form-label">Days</div>
        <ManyChips
          label="Days"
          choices={WEEKDAYS}
          value={hours.days.map(String)}
          onPick={(days) => {
            if (days.length > 0) void changeDay({ hours: { ...hours, days: days.map(Number) } });
          }}
        />
      </div>
    </>
  );
}

/** Hours hands work in; drying goes on by itself. */
const HOURS = [
  { id: "day", name: "08:00 to 18:00", from: "08:00", to: "18:00" },
  { id: "short", name: "09:00 to 16:00", from: "09:00", to: "16:00" },
  { id: "night", name: "18:00 to 02:00", from: "18:00", to: "02:00" },
  { id: "all", name: "Round the clock", from: "00:00", to: "00:00" },
] as const;
const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((name, at) => ({
  id: String((at + 1) % 7),
  name,
}));
