"use client";
import { chunksOf, chunkWords, partsInWords, placeName, type Card } from "@/core/answers/schedule/runCards";
import { useBay } from "@/bay/state/BayContext";
import { useFormat } from "@/ui/useFormat";

/** What is done on a card, in one breath: part by part where it holds several. */
export function CardBreath({ card }: { card: Card }) {
  const { assessment } = useBay();
  const { order, plan } = assessment;
  const { quantity } = useFormat();
  return chunksOf(order, card).map((chunk) => (
    <span key={chunk.zoneIds.join()} className="card-breath soft">
      {chunk.blocks.every(({ lines }) => lines.every(({ action }) => action === "beside"))
        ? ""
        : partsInWords(
            chunk.zoneIds.flatMap((id) => plan.zones[id]?.view.name ?? []),
            placeName(order, card),
          )}
      {chunkWords(chunk, quantity)}
    </span>
  ));
}
