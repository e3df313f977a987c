import { formatMoney, type CurrencyId } from "@/core/ground/quantity/money";
import { Document, Image, Page, Path, pdf, StyleSheet, Svg, Text, View, type Styles } from "@react-pdf/renderer";
import tokens from "@/design/tokens.json";
import type { InvoiceLine } from "@/core/answers/estimate/actual";
import type { OwnerSheet } from "@/core/answers/handback/sheet";
import { facesFor, type PaperFonts } from "./fonts";
import { printable } from "./letters";

/** What is handed over on paper: one or two pages for the owner, more with the workings for the technician. */
export interface Paper {
  sheet: OwnerSheet;
  /** When it may be used, in words. */
  usable: string;
  /** Pictures as addresses of data, with what they show. */
  pictures: readonly { source: string; words: string }[];
  /** Due later: when and what. */
  due: readonly { when: string; words: string }[];
  lines: readonly InvoiceLine[];
  currency: CurrencyId;
  signed?: { name: string; when: string; strokes: string };
  /** Only for the technician: each step as it was done. */
  workings?: readonly { when: string; what: string; numbers: string }[];
  madeOn: string;
}

const { ink, inkSoft, line } = tokens.light;
const styles = StyleSheet.create({
  page: { padding: "16mm 16mm 18mm", fontSize: 10, lineHeight: 1.35, color: ink },
  title: { fontSize: 20, fontWeight: 700, lineHeight: 1.15 },
  soft: { color: inkSoft },
  head: { fontSize: 12, fontWeight: 700, marginTop: 9, marginBottom: 2 },
  item: { flexDirection: "row", marginBottom: 1.5 },
  dot: { width: 10 },
  words: { flex: 1 },
  row: {
    flexDirection: "row",
    justifyContent: "space-between",
    borderBottomWidth: 0.5,
    borderColor: line,
    paddingVertical: 1.5,
  },
  usable: { fontSize: 12, fontWeight: 700, marginTop: 2 },
  pictures: { flexDirection: "row", flexWrap: "wrap", marginTop: 6 },
  picture: { width: "54mm", height: "40mm", objectFit: "cover", marginRight: 6 },
  caption: { fontSize: 8, marginBottom: 6 },
  foot: { position: "absolute", bottom: "8mm", left: "16mm", right: "16mm", fontSize: 8, color: inkSoft },
});

/** Makes the sheet. @param fonts where the font files are */
export async function handBackPaper(paper: Paper, fonts: PaperFonts) {
  const page: Styles[string][] = [styles.page, { fontFamily: (await facesFor(fonts, JSON.stringify(paper))) as never }];
  const { sheet, usable, pictures, due, lines, currency, signed, workings, madeOn } = paper;
  return pdf(
    <Document title={`Hand back: ${sheet.title}`} language="en">
      <Page size="A4" style={page}>
        <Text style={styles.title}>{printable(sheet.title).text}</Text>
        <Text style={styles.soft}>{printable(sheet.whose || "No customer entered").text}</Text>
        <List
          head="What was found"
          items={
            sheet.found.length > 0
              ? sheet.found.map(({ words, result }) => (result ? `${words}: ${result}` : words))
              : ["General soil only."]
          }
        />
        <DamageLists sheet={sheet} />
        <List head="What was done" items={sheet.done.length > 0 ? [`${sheet.done.join(". ")}.`] : ["Nothing yet."]} />
        <List head="What stayed, and why" items={sheet.stayed} />
        <Text style={styles.head}>When you may use it</Text>
        <Text style={styles.usable}>{printable(usable).text}</Text>
        <List head="Afterwards" items={sheet.afterwards} />
        <List head="What is due" items={due.map(({ when, words }) => `${when}: ${words}`)} />
        <List
          head="Used on it"
          items={sheet.products.map(
            ({ name, amountMl, caution }) =>
              `${name}, ${Math.round(amountMl)} mL mixed.${caution ? ` ${caution}` : ""}`,
          )}
        />
        {pictures.length > 0 && (
          <View style={styles.pictures}>
            {pictures.map(({ source, words }, index) => (
              <View key={index} wrap={false}>
                <Image src={source} style={styles.picture} />
                <Text style={styles.caption}>{printable(words).text}</Text>
              </View>
            ))}
          </View>
        )}
        {lines.length > 0 && <PriceLines lines={lines} currency={currency} />}
        {signed && (
          <View wrap={false}>
            <Text style={styles.head}>Received</Text>
            <Svg width={180} height={60} viewBox="0 0 600 200">
              <Path d={signed.strokes} stroke={ink} strokeWidth={5} fill="none" />
            </Svg>
            <Text>
              {printable(signed.name || "The owner").text}, {signed.when}
            </Text>
          </View>
        )}
        <Text style={styles.foot} fixed>
          Made on {madeOn}. The products&apos; own labels and safety sheets come first.
        </Text>
      </Page>
      {workings && <WorkingsPage workings={workings} madeOn={madeOn} page={page} />}
    </Document>,
  );
}

function PriceLines({ lines, currency }: Pick<Paper, "lines" | "currency">) {
  const money = (amount: number) => formatMoney(amount, currency, "code");
  return (
    <View wrap={false}>
      <Text style={styles.head}>To pay</Text>
      {lines.map(({ what, amount, unit, price }, index) => (
        <View key={index} style={styles.row}>
          <Text>
            {printable(what).text}
            {unit ? `, ${amount} ${unit}` : ""}
          </Text>
          <Text>{money(price)}</Text>
        </View>
      ))}
      <View style={styles.row}>
        <Text style={{ fontWeight: 700 }}>Together</Text>
        <Text style={{ fontWeight: 700 }}>{money(lines.reduce((sum, { price }) => sum + price, 0))}</Text>
      </View>
    </View>
  );
}

function WorkingsPage({
  workings,
  madeOn,
  page,
}: {
  page: Styles[string][];
  workings: readonly { when: string; what: string; numbers: string }[];
  madeOn: string;
}) {
  return (
    <Page size="A4" style={page}>
      <Text style={styles.title}>For the technician</Text>
      {workings.map(({ when, what, numbers }, index) => (
        <View key={index} style={styles.row} wrap={false}>
          <Text style={styles.words}>
            {when} {printable(what).text}
          </Text>
          <Text>{numbers}</Text>
        </View>
      ))}
      <Text style={styles.foot} fixed>
        Made on {madeOn}. Not for the owner.
      </Text>
    </Page>
  );
}

/** What was broken before, and what only came to light at the work. */
const DamageLists = ({ sheet }: { sheet: OwnerSheet }) => (
  <>
    <List head="Damage that was there before" items={sheet.damage} />
    <List head="Found while working" items={sheet.foundWorking} />
  </>
);

function List({ head, items }: { head: string; items: readonly string[] }) {
  if (items.length === 0) return null;
  return (
    <View>
      <Text style={styles.head}>{head}</Text>
      {items.map((item, index) => (
        <View key={index} style={styles.item}>
          <Text style={styles.dot}>–</Text>
          <Text style={styles.words}>{printable(item).text}</Text>
        </View>
      ))}
    </View>
  );
}
