import { Font } from "@react-pdf/renderer";

export interface PaperFonts {
  regular: string;
  bold: string;
  regularExtended: string;
  boldExtended: string;
}

/** Both halves of the face, tried in turn for each letter. */
export const FACE = ["Label", "Label extended"];

/** @param fonts where the font files are: paths or addresses of this origin */
export function registerFonts(fonts: PaperFonts) {
  Font.register({ family: "Label", fonts: [{ src: fonts.regular }, { src: fonts.bold, fontWeight: 700 }] });
  Font.register({
    family: "Label extended",
    fonts: [{ src: fonts.regularExtended }, { src: fonts.boldExtended, fontWeight: 700 }],
  });
  // A word is never broken on paper.
  Font.registerHyphenationCallback((word) => [word]);
}
