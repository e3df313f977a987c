/** Money by its code of ISO 4217. */
export const CURRENCIES = {
  EUR: "Euro",
  GBP: "Pound sterling",
  USD: "US dollar",
  CAD: "Canadian dollar",
  AUD: "Australian dollar",
  NZD: "New Zealand dollar",
  CHF: "Swiss franc",
  SEK: "Swedish krona",
  NOK: "Norwegian krone",
  DKK: "Danish krone",
  PLN: "Polish zloty",
  CZK: "Czech koruna",
  HUF: "Hungarian forint",
  JPY: "Yen",
} as const;
export type CurrencyId = keyof typeof CURRENCIES;
export const CURRENCY_IDS = Object.keys(CURRENCIES) as [CurrencyId, ...CurrencyId[]];

/** Until somebody says otherwise. */
export const USUAL_CURRENCY: CurrencyId = "EUR";

/**
 * An amount of money in words, with as many places as its currency has coins for.
 * @param currency code of ISO 4217
 * @param by its sign, for screens; its code, for files and where letters are few
 * @example formatMoney(12.5, "EUR") // "€12.50"
 */
export const formatMoney = (amount: number, currency: CurrencyId, by: "sign" | "code" = "sign"): string =>
  new Intl.NumberFormat("en", { style: "currency", currency, currencyDisplay: by === "sign" ? "narrowSymbol" : "code" })
    .format(amount)
    .replace(/\u00a0/g, " ");
