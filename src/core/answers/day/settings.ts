/** What a day is planned by. */

export interface DaySettings {
  /** ISO time the day begins at. */
  from: string;
  people: number;
  /** To each job, setting up there, and packing up before driving on. Judgement until somebody says otherwise. */
  travelMin: number;
  setUpMin: number;
  packUpMin: number;
  breaks: readonly { from: string; to: string }[];
  /** Tasks that somebody wants no sooner than an ISO time, by their id. */
  notBefore?: Readonly<Record<string, string>>;
}

export const USUAL_DAY: Omit<DaySettings, "from"> = {
  people: 1,
  travelMin: 20,
  setUpMin: 10,
  packUpMin: 10,
  breaks: [],
};
