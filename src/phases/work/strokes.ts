/** More than this nobody pulls on one place. */
export const MOST_STROKES = 12;
