import { describe, expect, it } from "vitest";
import { readWeather } from "./weatherFile";

const read = (...lines: string[]) => readWeather(lines.join("\n"));

describe("weather by the hour", () => {
  it("takes hours, decimal commas and gaps", () => {
    expect(read("Hour,Temperature,Humidity", "0,14,60", '2,"10,5",80').hours).toEqual([
      { tempC: 14, relativeHumidityPct: 60 },
      { tempC: 12.25, relativeHumidityPct: 70 },
      { tempC: 10.5, relativeHumidityPct: 80 },
    ]);
    // What comes before the first hour given is as that hour.
    expect(read("hour,temperature,humidity", "1,8,90").hours).toHaveLength(2);
  });

  it.each<[string, string[], RegExp]>([
    ["no header", ["0,14,60"], /Line 1: the column .*hour/],
    ["nothing under it", ["hour,temperature,humidity"], /no hour under the first line/],
    ["a word", ["hour,temperature,humidity", "0,mild,60"], /Line 2: temperature "mild" is not a number/],
    [
      "hours that fall",
      ["hour,temperature,humidity", "3,14,60", "2,13,60"],
      /Line 3: hour 2 does not come after hour 3/,
    ],
    ["half an hour", ["hour,temperature,humidity", "0.5,14,60"], /Line 2: hour 0.5 is not a whole hour/],
    ["impossible air", ["hour,temperature,humidity", "0,14,160", "1,99,50"], /Line 2: humidity 160 .*/],
  ])("refuses %s, by line, and takes nothing", (_, lines, problem) => {
    const { hours, problems } = read(...lines);
    expect(hours).toEqual([]);
    expect(problems[0]).toMatch(problem);
  });
});
