import { type ReactNode, useId } from "react";

type Props = {
  label: string;
  hint?: ReactNode;
  className?: string;
  children: (id: string) => ReactNode;
};

/** A labelled control with a quiet line below it. */
export function Field({ label, hint, className = "", children }: Props) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="label-text">
        {label}
      </label>
      {children(id)}
      {hint && <div className="quiet text-sm mt-1">{hint}</div>}
    </div>
  );
}

type TextProps = Omit<Props, "children"> & { value: string; onChange: (value: string) => void };

export function TextField({ value, onChange, ...field }: TextProps) {
  return (
    <Field {...field}>
      {(id) => (
        <input id={id} className="input w-full" value={value} onChange={(e) => onChange(e.target.value)} />
      )}
    </Field>
  );
}

/** Takes digits only. */
export function NumberField({ value, onChange, ...field }: TextProps) {
  return (
    <Field {...field}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          inputMode="numeric"
          value={value}
          onChange={(e) => onChange(e.target.value.replace(/\D/g, ""))}
        />
      )}
    </Field>
  );
}
