import { Field } from "../../ui/Field";

type Props = {
  label: string;
  price: string;
  currency: string;
  onPrice: (price: string) => void;
  onCurrency: (currency: string) => void;
};

/** An amount and its currency. */
export function PriceFields({ label, price, currency, onPrice, onCurrency }: Props) {
  return (
    <>
      <Field label={label}>
        {(id) => (
          <input
            id={id}
            className="input w-full"
            inputMode="decimal"
            value={price}
            onChange={(e) => onPrice(e.target.value)}
          />
        )}
      </Field>
      <Field label="Currency">
        {(id) => (
          <input
            id={id}
            className="input w-full"
            maxLength={3}
            value={currency}
            onChange={(e) => onCurrency(e.target.value.toUpperCase())}
          />
        )}
      </Field>
    </>
  );
}
