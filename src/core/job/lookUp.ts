/** What is kept under an id that people or files name. */

/**
 * What a record itself holds under an id: never a method that every object has.
 * @param record by id, @param id of whatever origin
 * @returns undefined where nothing is kept under it
 * @example own({ a: 1 }, "toString") // undefined
 */
export const own = <T>(record: Readonly<Record<string, T>>, id: string): T | undefined =>
  Object.hasOwn(record, id) ? record[id] : undefined;
