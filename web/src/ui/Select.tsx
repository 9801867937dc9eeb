import type { ComponentProps } from "react";

/** One of a few words: what is sent, and how it is said. */
export type Choice<T extends string = string> = readonly [value: T, words: string, ...rest: unknown[]];

/** A choice of one of them. Its label stands beside it, as any field’s does. */
export function Select<T extends string>({
  options,
  value,
  onChange,
  className = "select w-full",
  ...rest
}: Omit<ComponentProps<"select">, "value" | "onChange"> & {
  options: readonly Choice<T>[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <select {...rest} className={className} value={value} onChange={(e) => onChange(e.target.value as T)}>
      {options.map(([option, words]) => (
        <option key={option} value={option}>
          {words}
        </option>
      ))}
    </select>
  );
}
