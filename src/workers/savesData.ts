/** The device asks to save data and power: nothing is fetched or run in before it is asked for. */
export const savesData = (): boolean =>
  (navigator as Navigator & { connection?: { saveData?: boolean } }).connection?.saveData === true;
