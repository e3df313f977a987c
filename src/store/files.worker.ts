import { expose } from "comlink";
import * as work from "./filesWork";

expose({ ...work });
export type FilesWorker = typeof work;
