type Props = { colours: readonly string[]; label: string; className?: string };

/** A mixture as it washes out: full strength at the left, and beside it how it thins. */
export function Wash({ colours, label, className = "" }: Props) {
  if (colours.length === 0) {
    return (
      <div
        role="img"
        aria-label={`${label}: not known`}
        className={`border border-dashed border-[var(--field)] hatched ${className}`}
      />
    );
  }
  return (
    <div role="img" aria-label={label} className={`flex ${className}`}>
      <span data-paint className="w-[22%]" style={{ background: colours[0] }} />
      <span
        data-paint
        className="grow"
        style={{ background: `linear-gradient(to right, ${colours.join(", ")})` }}
      />
    </div>
  );
}
