import { Document, Page, pdf, StyleSheet, Text, View, type Styles } from "@react-pdf/renderer";
import tokens from "@/design/tokens.json";
import type { paperCards } from "@/core/answers/schedule/runPaper";
import { facesFor, type PaperFonts } from "./fonts";
import { printable } from "./letters";

/** The run sheet on paper: cards with a box for each line, what can hurt someone at the card it belongs to. */

export interface RunPaper {
  title: string;
  /** Where it stands, whose it is. */
  whose: string;
  cards: ReturnType<typeof paperCards>;
  madeOn: string;
}

const { ink, inkSoft, line, madderInk } = tokens.light;
const styles = StyleSheet.create({
  page: { padding: "14mm 14mm 16mm", fontSize: 10.5, lineHeight: 1.3, color: ink },
  title: { fontSize: 18, fontWeight: 700, lineHeight: 1.15 },
  soft: { color: inkSoft },
  card: { borderTopWidth: 0.8, borderColor: line, paddingTop: 5, marginTop: 7 },
  head: { flexDirection: "row", justifyContent: "space-between", marginBottom: 2 },
  place: { fontSize: 12, fontWeight: 700, flex: 1 },
  row: { flexDirection: "row", marginBottom: 2 },
  box: { width: 9, height: 9, borderWidth: 0.8, borderColor: ink, marginTop: 2.5, marginRight: 6 },
  words: { flex: 1 },
  caution: { color: madderInk, fontSize: 9, marginTop: 1 },
  foot: { position: "absolute", bottom: "7mm", left: "14mm", right: "14mm", fontSize: 8, color: inkSoft },
});

/** Makes the sheet. @param fonts where the font files are */
export async function runSheetPaper(paper: RunPaper, fonts: PaperFonts) {
  const page: Styles[string][] = [styles.page, { fontFamily: (await facesFor(fonts, JSON.stringify(paper))) as never }];
  const { title, whose, cards, madeOn } = paper;
  return pdf(
    <Document title={`Run sheet: ${title}`} language="en">
      <Page size="A4" style={page}>
        <Text style={styles.title}>{printable(title).text}</Text>
        <Text style={styles.soft}>{printable(whose || "No customer entered").text}</Text>
        {cards.map((card, index) => (
          <View key={index} style={styles.card} wrap={false}>
            <View style={styles.head}>
              <Text style={styles.place}>
                {index + 1} {printable(card.place).text}
              </Text>
              <Text>
                {card.when}, {card.minutes}
              </Text>
            </View>
            {card.lines.map((words, at) => (
              <View key={at} style={styles.row}>
                <View style={styles.box} />
                <Text style={styles.words}>{printable(words).text}</Text>
              </View>
            ))}
            {card.cautions.map((words) => (
              <Text key={words} style={styles.caution}>
                {printable(words).text}
              </Text>
            ))}
          </View>
        ))}
        <Text style={styles.foot} fixed>
          Made on {madeOn}. Times are a forecast. The products&apos; own labels and safety sheets come first.
        </Text>
      </Page>
    </Document>,
  );
}
