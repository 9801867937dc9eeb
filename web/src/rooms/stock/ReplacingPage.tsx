import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { PaintRow } from "./PaintRow";
import { Replacing } from "./Replacing";
import { StockNav } from "./StockNav";
import { useToBuy } from "./useToBuy";

/** All that could take the place of one paint. */
export function ReplacingPage() {
  const paint = Number(useParams().paint);
  const query = useQuery({
    queryKey: ["replacements", paint],
    queryFn: () => data(client.GET("/api/paints/{paint}/replacements", { params: { path: { paint } } })),
  });
  const buy = useToBuy();
  const r = query.data;
  return (
    <Page title={r ? `In place of ${r.paint.name}` : "In its place"}>
      <StockNav />
      <ProblemNote problem={(query.error as Problem | null) ?? buy.problem} />
      {r && (
        <>
          <PaintRow paint={r.paint}>
            <p className="quiet">
              {r.perMl ? `${r.perMl} ${r.currency} by the ml` : "What it costs by the ml is not known"} ·{" "}
              <Link
                className="underline"
                to={`/compare?paints=${[r.paint.id, ...r.replacements.flatMap((x) => x.paint?.id ?? [])].slice(0, 6).join(",")}`}
              >
                Compare them side by side
              </Link>
            </p>
          </PaintRow>
          <div className="mt-4">
            <Replacing
              all={r.replacements}
              onBuy={(id) => buy.run({ paints: [id], why: `replaces ${r.paint.name}` })}
            />
          </div>
        </>
      )}
    </Page>
  );
}
