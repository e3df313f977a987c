import { filesWorker } from "./filesWorker";
import { proxy } from "comlink";

/**
 * Reads a table off a file beside the page, and no further than a table of ours can go.
 * @param mostRows data rows
 * @returns its text, or why not
 */
export async function readTable(
  file: File,
  mostRows: number,
  tell: (done: number, of: number) => void,
): Promise<{ text: string } | { problem: string }> {
  return filesWorker().tableText(file, file.name, mostRows, proxy(tell));
}
