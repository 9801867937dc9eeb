import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { FromWhat } from "./FromWhat";
import { MixingNav } from "./MixingNav";
import { ratio, written } from "./parts";

/** What neutralises what: of every two paints the parts that make the greyest wash. */
export function GreysPage() {
  const [params, setParams] = useSearchParams();
  const palettes = useQuery({
    queryKey: ["palettes"],
    queryFn: () => data(client.GET("/api/palettes")),
  });
  const usual = palettes.data?.palettes.length === 0 ? "owned" : "in a palette";
  const from = params.get("from") ?? usual;
  const found = useQuery({
    queryKey: ["mixing", "neutrals", from],
    queryFn: () => data(client.POST("/api/mixing/neutrals", { body: { from, most: 24 } })),
    enabled: params.has("from") || !palettes.isPending,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <Page
      title="Greys"
      under="Which two paints neutralise each other, and in what parts; greyest first, judged at half strength."
    >
      <MixingNav />
      <FromWhat
        key={palettes.isPending ? "" : usual}
        from={from}
        onFrom={(next) => setParams({ from: next })}
      />
      <ProblemNote problem={found.error as Problem | null} />
      {found.data && !found.error && (
        <>
          {found.data.reasons.map((r) => (
            <p key={r} className="quiet mt-2">
              {r}
            </p>
          ))}
          {found.data.pairs.length === 0 && (
            <p className="mt-4">No two of these paints have a colour to neutralise.</p>
          )}
          <ul className="grid gap-4 mt-4 sm:grid-cols-2 lg:grid-cols-3">
            {found.data.pairs.map((p) => {
              const of = written(p.parts.map((x) => ({ paint: Number(x.id), part: x.part })));
              return (
                <li key={of} className="flex gap-3">
                  <span className="flex shrink-0" aria-hidden="true">
                    <span data-paint className="w-8 h-16" style={{ background: p.full }} />
                    <span data-paint className="w-14 h-16" style={{ background: p.colour }} />
                  </span>
                  <div className="min-w-0">
                    <Link to={`/mixing?of=${of}`} className="hover:underline">
                      {p.parts.map((x) => x.name).join(" + ")}
                    </Link>{" "}
                    <span className="code">{ratio(p.parts.map((x) => x.part))}</span>
                    <p className="quiet text-sm">
                      chroma {p.chroma.toFixed(1)} at half strength, as dark as L* {p.darkest.toFixed(0)}
                    </p>
                  </div>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </Page>
  );
}
