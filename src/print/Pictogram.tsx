import { Circle, Path, Svg } from "@react-pdf/renderer";
import type { PictogramId } from "@/core/ground/catalog/hazards";

/**
 * The hazard pictograms of the GHS (UN): a red square standing on its point, a black symbol in it; the symbols are
 * drawn here.
 */
const SYMBOLS: Record<PictogramId, string[]> = {
  flame: [
    "M50 24 C54 34 66 40 66 55 C66 66 59 72 50 72 C41 72 34 66 34 56 C34 48 39 45 41 37 C44 41 45 44 45 48 C50 42 52 34 50 24 Z",
    "M34 76 H66 V79 H34 Z",
  ],
  corrosion: [
    "M30 34 L46 30 L47 34 L31 38 Z",
    "M33 42 C35 46 35 48 33 50 C31 48 31 46 33 42 Z",
    "M39 46 C41 50 41 52 39 54 C37 52 37 50 39 46 Z",
    "M27 60 H46 C44 63 41 62 40 66 C38 63 36 68 34 64 C32 66 30 63 27 64 Z",
    "M54 30 L70 34 L69 38 L53 34 Z",
    "M60 42 C62 46 62 48 60 50 C58 48 58 46 60 42 Z",
    "M54 58 C60 54 66 57 73 56 L74 60 C68 62 62 66 55 65 C58 62 56 60 54 58 Z",
  ],
  skull: [
    "M50 26 C60 26 66 32 66 41 C66 46 64 49 60 51 L59 57 H41 L40 51 C36 49 34 46 34 41 C34 32 40 26 50 26 " +
      "Z M43 38 A4 4 0 1 0 43.1 46 A4 4 0 1 0 43 38 Z M57 38 A4 4 0 1 0 57.1 46 A4 4 0 1 0 57 38 Z M50 46 " +
      "L47 52 H53 Z",
    "M30 58 L70 73 L69 76 L29 61 Z",
    "M70 58 L30 73 L31 76 L71 61 Z",
  ],
  exclamation: ["M45 26 H55 L53 58 H47 Z", "M50 64 A5 5 0 1 0 50.1 74 A5 5 0 1 0 50 64 Z"],
  health: [
    "M50 22 A8 8 0 1 0 50.1 38 A8 8 0 1 0 50 22 Z",
    "M33 46 C38 40 44 40 50 40 C56 40 62 40 67 46 V72 H33 V46 Z M50 46 L52.5 53 L60 51 L55 57 L60 63 " +
      "L52.5 61 L50 68 L47.5 61 L40 63 L45 57 L40 51 L47.5 53 Z",
  ],
  environment: [
    "M44 28 L48 34 L53 30 L51 38 L58 37 L52 42 L52 62 H47 L47 46 L40 42 L46 40 L42 34 L46 36 Z",
    "M30 62 H70 V65 H30 Z",
    "M54 56 C60 50 68 52 72 56 L76 52 V62 L72 58 C68 61 60 62 54 56 Z",
  ],
};

export function Pictogram({ id, sizePt }: { id: PictogramId; sizePt: number }) {
  return (
    <Svg width={sizePt} height={sizePt} viewBox="0 0 100 100">
      <Path d="M50 3 L97 50 L50 97 L3 50 Z" fill="#ffffff" stroke="#c8102e" strokeWidth={6} />
      {SYMBOLS[id].map((d) => (
        <Path key={d} d={d} fill="#000000" fillRule="evenodd" />
      ))}
      {id === "environment" && <Circle cx={70} cy={55} r={0.8} fill="#ffffff" />}
    </Svg>
  );
}
