/** What may be an id, small enough for whoever only has to know that. */

/** Names that every object has: as an id one of them would find what nobody stored. */
const EVERY_OBJECT_HAS = [
  "constructor",
  "hasOwnProperty",
  "isPrototypeOf",
  "propertyIsEnumerable",
  "toLocaleString",
  "toString",
  "valueOf",
];
export const ID_PATTERN = new RegExp(`^(?!(?:${EVERY_OBJECT_HAS.join("|")})$)[A-Za-z0-9][A-Za-z0-9-]{0,39}$`);
