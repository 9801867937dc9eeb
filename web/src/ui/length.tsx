import { useState, useSyncExternalStore } from "react";
import { Field } from "./Field";

const KEY = "molvet-unit";
const listeners = new Set<() => void>();

export type Unit = "mm" | "in";

const INCH = 25.4;

/** What lengths are read and written in; they are kept in mm. */
export function useUnit(): [Unit, (unit: Unit) => void] {
  const unit = useSyncExternalStore(
    (told) => {
      listeners.add(told);
      return () => listeners.delete(told);
    },
    () => (localStorage.getItem(KEY) === "in" ? "in" : "mm"),
  );
  return [
    unit,
    (next) => {
      localStorage.setItem(KEY, next);
      for (const told of listeners) told();
    },
  ];
}

/** 50.8 mm is 50.8, or 2 in inches. */
export function written(mm: number, unit: Unit) {
  return unit === "mm" ? String(Math.round(mm * 10) / 10) : String(Math.round((mm / INCH) * 1000) / 1000);
}

/** In mm; undefined for what is no length. A comma is a point. */
export function read(text: string, unit: Unit) {
  const n = Number(text.trim().replace(",", "."));
  return text.trim() === "" || Number.isNaN(n) ? undefined : unit === "mm" ? n : n * INCH;
}

export function sized(width: number, height: number, unit: Unit) {
  return `${written(width, unit)} × ${written(height, unit)} ${unit}`;
}

type Props = {
  label: string;
  /** In mm. */
  value: number | undefined;
  onChange: (mm: number | undefined) => void;
  placeholder?: string;
  className?: string;
};

/** A length in the collector's unit. */
export function LengthField({ label, value, onChange, placeholder, className }: Props) {
  const [unit] = useUnit();
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Field label={`${label}, ${unit}`} className={className}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          inputMode="decimal"
          placeholder={placeholder}
          value={typed ?? (value === undefined ? "" : written(value, unit))}
          onChange={(e) => {
            setTyped(e.target.value);
            onChange(read(e.target.value, unit));
          }}
          onBlur={() => setTyped(null)}
        />
      )}
    </Field>
  );
}

export function UnitChoice() {
  const [unit, setUnit] = useUnit();
  return (
    <fieldset className="flex gap-3 items-center">
      <legend className="sr-only">Unit</legend>
      {(["mm", "in"] as const).map((u) => (
        <label key={u} className="flex gap-1.5 items-center">
          <input
            type="radio"
            name="unit"
            className="radio radio-sm"
            checked={unit === u}
            onChange={() => setUnit(u)}
          />
          {u}
        </label>
      ))}
    </fieldset>
  );
}
