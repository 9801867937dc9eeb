type Props = {
  steps: number;
  label?: number | null;
  pigments?: number | null;
  paper?: number | null;
  /** In words, for those who cannot see the track. */
  said: string;
  width?: number;
  marks?: "small" | "large";
};

/** One scale: an open ring is the label, an upright tick the pigments, a solid dot your paper. */
export function VoiceTrack({ steps, label, pigments, paper, said, width = 34, marks = "small" }: Props) {
  const r = marks === "small" ? 4 : 6.5;
  const height = r * 2 + 6;
  const pad = r + 1;
  const at = (step: number) => pad + (step * (width - 2 * pad)) / (steps - 1);
  const middle = height / 2;
  const ticks = Array.from({ length: steps }, (_, i) => `M${at(i)} ${middle - 2.5}v5`).join("");
  return (
    <svg
      role="img"
      aria-label={said}
      width={width}
      height={height}
      className="inline-block align-middle shrink-0"
    >
      <path d={`M${pad} ${middle}H${width - pad}${ticks}`} stroke="var(--field)" />
      {label != null && (
        <circle cx={at(label)} cy={middle} r={r} fill="none" stroke="currentColor" strokeWidth={1.5} />
      )}
      {pigments != null && marks === "large" && (
        <line
          x1={at(pigments)}
          x2={at(pigments)}
          y1={middle - r - 1}
          y2={middle + r + 1}
          stroke="currentColor"
          strokeWidth={2}
        />
      )}
      {paper != null && <circle cx={at(paper)} cy={middle} r={r * 0.58} fill="currentColor" />}
    </svg>
  );
}
