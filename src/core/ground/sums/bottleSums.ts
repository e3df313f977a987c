/**
 * Product for at least so much mix, a whole number of the cup's marks, mL.
 * @example productOfMarks(150, 128, 5) // 5
 */
export const productOfMarks = (totalMl: number, parts: number, cupMl: number): number =>
  Math.ceil(totalMl / (parts + 1) / cupMl - 1e-9) * cupMl;

/**
 * Product in a bottle, down to the cup's marks so that it is never too strong; under one mark as it is, mL.
 * @example markedProduct(750, 10, 5) // 65
 */
export function markedProduct(totalMl: number, parts: number, cupMl: number): number {
  const exact = totalMl / (parts + 1);
  const marked = Math.floor(exact / cupMl + 1e-9) * cupMl;
  return parts === 0 ? totalMl : marked > 0 ? marked : exact;
}
