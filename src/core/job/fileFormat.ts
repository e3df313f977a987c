/** The few facts of the job file that every screen needs; the schema itself is only loaded where a document is checked. */
export const JOB_FILE_FORMAT = "weary-bristle-job";
export const JOB_FILE_VERSION = 2;
export const MOST = { pieces: 50, zones: 500, findings: 2000, events: 50_000, pictures: 20 } as const;
/** Pairs of hands on one job. */
export const MOST_HANDS = 3;
/** Own pace and the like are at most about a hundred times the table's, or a hundredth of it: ln of that. */
export const MOST_LOG = 4.6;
export const MOST_FILE_BYTES = 20_000_000;
