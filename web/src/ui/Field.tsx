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
