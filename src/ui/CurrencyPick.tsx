"use client";
import { CURRENCIES, CURRENCY_IDS, USUAL_CURRENCY } from "@/core/ground/quantity/money";
import { changeSettings, useSettings } from "@/store/settings";
import FormSelect from "react-bootstrap/FormSelect";

/** Whose money prices are in; nothing is reckoned over. */
export function CurrencyPick() {
  const { currency = USUAL_CURRENCY } = useSettings();
  return (
    <FormSelect
      className="currency"
      aria-label="Currency"
      value={currency}
      onChange={({ target }) => {
        const picked = CURRENCY_IDS.find((id) => id === target.value);
        if (picked) void changeSettings({ currency: picked });
      }}
    >
      {CURRENCY_IDS.map((id) => (
        <option key={id} value={id}>
          {CURRENCIES[id]}, {id}
        </option>
      ))}
    </FormSelect>
  );
}
