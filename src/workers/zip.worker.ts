import { expose, transfer } from "comlink";
import { pack, unpack, type Entries } from "@/core/archive/zip";

const zip = {
  pack: (entries: Entries) => {
    const bytes = pack(entries);
    return transfer(bytes, [bytes.buffer]);
  },
  unpack,
};

expose(zip);
export type ZipWorker = typeof zip;
