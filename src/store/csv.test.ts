import Papa from "papaparse";
import { expect, it } from "vitest";
import { csvOf } from "./csv";
import { tableText } from "./filesWork";

it("marks every text that a spreadsheet would run, line breaks in it or not, and leaves numbers alone", () => {
  const run = [
    "=1+1",
    "=1+1\n=2",
    "+a\r\nb",
    "-a\n",
    "@SUM(A1)\nx",
    "\t=1",
    "\r=1",
    "\n=1",
    "\uff1d1+1",
    "\uff0b1",
    "\uff20A1",
  ];
  const texts = [...run, "plain\n=1", "a=1"];
  const back = Papa.parse<{ text: string; number: string }>(
    csvOf(
      texts.map((text) => ({ text, number: -5 })),
      ["text", "number"],
    ),
    { header: true },
  ).data;
  expect(back.map(({ text }) => text)).toEqual([...run.map((text) => `'${text}`), "plain\n=1", "a=1"]);
  expect(back.every(({ number }) => number === "-5")).toBe(true);
});

it("keeps a field one field where a spreadsheet parts by semicolon or tab", () => {
  const text = csvOf([{ what: "red wine; two glasses", where: "a\tb" }], ["what", "where"]);
  expect(text.split("\r\n")[1]).toBe('"red wine; two glasses","a\tb"');
});

it("reads a table of any size in pieces, tells how far it is, and counts what is too long to its end", async () => {
  const told: number[] = [];
  const tell = (done: number, of: number) => void told.push(done / of);
  expect(await tableText(new Blob(["a,b\n1,2\n"]), "small.csv", 5, tell)).toEqual({ text: "a,b\n1,2\n" });
  const long = new Blob(Array.from({ length: 300 }, () => "1,2\n".repeat(10_000)));
  told.length = 0;
  expect(await tableText(long, "long.csv", 500, tell)).toEqual({
    problem: expect.stringMatching(/"long.csv" has about 3000000 lines.*at most 500/),
  });
  expect([told.length > 10, told.at(-1)]).toEqual([true, 1]);
  expect(await tableText(new Blob(["x".repeat(3_000_000)]), "wide.csv", 500, tell)).toEqual({
    problem: expect.stringContaining("is 3 MB"),
  });
});
