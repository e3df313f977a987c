import { Document, Page, Path, pdf, StyleSheet, Svg, Text, View } from "@react-pdf/renderer";
import { create } from "qrcode";
import tokens from "@/design/tokens.json";
import type { BottleLabel } from "@/core/answers/mixing/labels";
import { facesFor, type PaperFonts } from "./fonts";
import { Pictogram } from "./Pictogram";
import { printable } from "./letters";

/** A sheet of bottle labels as PDF: A4, two across, four down. */

const { ink, inkSoft, madderInk } = tokens.light;
const styles = StyleSheet.create({
  page: {
    padding: "8mm 7mm",
    flexDirection: "row",
    flexWrap: "wrap",
    fontSize: 7.6,
    color: ink,
  },
  label: {
    width: "98mm",
    height: "70mm",
    padding: "3mm",
    borderWidth: 0.4,
    borderColor: inkSoft,
    borderStyle: "dashed",
    flexDirection: "row",
  },
  words: { flex: 1, paddingRight: 6 },
  name: { fontSize: 13, fontWeight: 700, lineHeight: 1.1 },
  ratio: { fontSize: 10.5, fontWeight: 700, lineHeight: 1.25, marginTop: 2 },
  dates: { fontSize: 9, lineHeight: 1.25, marginTop: 2, marginBottom: 3 },
  signal: { fontSize: 11, fontWeight: 700, lineHeight: 1.25, color: madderInk },
  part: { fontSize: 7.6, lineHeight: 1.2, marginBottom: 2 },
  side: { width: 74, alignItems: "center" },
  pictograms: { flexDirection: "row", flexWrap: "wrap", justifyContent: "center", marginBottom: 4 },
  note: { fontSize: 6, lineHeight: 1.2, color: inkSoft },
});

/** Makes the sheet. @param fonts where the font files are: paths or addresses of this origin */
export async function labelSheet(labels: readonly BottleLabel[], fonts: PaperFonts) {
  const fontFamily = (await facesFor(fonts, JSON.stringify(labels))) as never;
  return pdf(
    <Document title="Bottle labels" language="en">
      <Page size="A4" style={[styles.page, { fontFamily }]}>
        {labels.map((label, index) => (
          <Label key={index} label={label} />
        ))}
      </Page>
    </Document>,
  );
}

function Label({ label }: { label: BottleLabel }) {
  const name = printable(label.name);
  const product = label.product === undefined ? undefined : printable(label.product);
  return (
    <View style={styles.label} wrap={false}>
      <View style={styles.words}>
        <Text style={styles.name}>{name.text}</Text>
        {product && <Text style={styles.part}>{product.text}</Text>}
        <Text style={styles.ratio}>{label.ratio}</Text>
        <Text style={styles.part}>{label.contents}</Text>
        <Text style={styles.dates}>
          Mixed {label.mixedOn}. Use by {label.useBy}.
        </Text>
        {label.signal && <Text style={styles.signal}>{label.signal}</Text>}
        <Text style={styles.part}>{label.hazards.join(" ")}</Text>
        <Text style={styles.part}>{label.precautions.join(" ")}</Text>
        <Text style={styles.part}>{label.firstAid.join(" ")}</Text>
        <Text style={styles.note}>
          The product&apos;s own label and safety sheet come first.
          {name.replaced || product?.replaced
            ? " A number in brackets stands for a letter this print has no form for."
            : ""}
        </Text>
      </View>
      <View style={styles.side}>
        <View style={styles.pictograms}>
          {label.pictograms.map((id) => (
            <Pictogram key={id} id={id} sizePt={label.pictograms.length > 2 ? 34 : 44} />
          ))}
        </View>
        <Square text={label.recipe} sizePt={70} />
      </View>
    </View>
  );
}

/** The square code as a drawing, four modules of quiet round it. */
export function squarePath(text: string): { d: string; size: number } {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const parts: string[] = [];
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) parts.push(`M${x + 4} ${y + 4}h1v1h-1z`);
  return { d: parts.join(""), size: modules.size + 8 };
}

function Square({ text, sizePt }: { text: string; sizePt: number }) {
  const { d, size } = squarePath(text);
  return (
    <Svg width={sizePt} height={sizePt} viewBox={`0 0 ${size} ${size}`}>
      <Path d={d} fill="#000000" />
    </Svg>
  );
}
