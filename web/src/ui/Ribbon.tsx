import { useQuery } from "@tanstack/react-query";
import { client, data } from "../api/client";
import { counted } from "./words";

type Sort = "keeper" | "arrival" | "chart" | "maker" | "line" | "pigment" | "palette";

/** The measured paints of a thing, each full strength at the top to palest below; nothing where none is measured. */
export function Ribbon({
  sort,
  of,
  className = "",
}: {
  sort: Sort;
  of: number | string;
  className?: string;
}) {
  const ribbons = useQuery({
    queryKey: ["ribbons", sort],
    queryFn: () => data(client.GET("/api/ribbons/{sort}", { params: { path: { sort } } })),
  }).data?.ribbons;
  const ribbon = ribbons?.find((r) => r.of === String(of));
  if (!ribbon) return null;
  const all = ribbon.strips.length + ribbon.more;
  return (
    <span className={`flex items-center gap-2 min-w-0 ${className}`}>
      <span role="img" aria-label={`${counted(all, "measured paint")}`} className="flex h-5 min-w-0">
        {ribbon.strips.map(([full, half, pale], i) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: strips have no other name here
            key={i}
            className="w-2.5 shrink h-full"
            style={{ background: `linear-gradient(to bottom, ${full}, ${half} 55%, ${pale})` }}
          />
        ))}
      </span>
      {ribbon.more > 0 && (
        <span className="quiet text-sm whitespace-nowrap">
          {ribbon.strips.length} of {all}
        </span>
      )}
    </span>
  );
}
