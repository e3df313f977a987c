import { Font } from "@react-pdf/renderer";
import { hasLetters, SCRIPT_IDS, wantsScript, type ScriptId } from "./letters";

export interface PaperFonts {
  regular: string;
  bold: string;
  regularExtended: string;
  boldExtended: string;
  /** Of each further script; fetched only where somebody's name is written in it. */
  scripts: Record<ScriptId, string>;
}

/** Both halves of our face, tried in turn for each letter. */
const FACE = ["Label", "Label extended"];
const familyOf = (script: ScriptId) => `Label ${script}`;
const here: ScriptId[] = [];

/**
 * Registers the faces that a text needs.
 * @param fonts where the font files are: paths or addresses of this origin
 * @param text all that will be printed
 * @returns faces to try in turn for each letter
 */
export async function facesFor(fonts: PaperFonts, text: string): Promise<string[]> {
  Font.register({ family: "Label", fonts: [{ src: fonts.regular }, { src: fonts.bold, fontWeight: 700 }] });
  Font.register({
    family: "Label extended",
    fonts: [{ src: fonts.regularExtended }, { src: fonts.boldExtended, fontWeight: 700 }],
  });
  // A word is never broken on paper.
  Font.registerHyphenationCallback((word) => [word]);
  for (const script of SCRIPT_IDS) if (wantsScript(text, script)) await load(script, fonts.scripts[script]);
  return [...FACE, ...here.map(familyOf)];
}

/** One that does not come is done without: its letters are printed as numbers, and it is said. */
async function load(script: ScriptId, src: string) {
  const descriptor = { fontFamily: familyOf(script), fontWeight: 400, fontStyle: "normal" as const };
  try {
    Font.register({ family: descriptor.fontFamily, src });
    await Font.load(descriptor);
    const { data } = Font.getFont(descriptor) as unknown as { data: { characterSet: number[] } };
    hasLetters(script, new Set(data.characterSet));
    here.push(script);
  } catch {
    // Without the network, before the whole version was kept here.
  }
}
