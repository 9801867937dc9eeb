import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted, words } from "../../ui/words";
import { StripTile } from "../collection/StripTile";

export function PigmentPage() {
  const code = useParams().code ?? "";
  const query = useQuery({
    queryKey: ["pigment", code],
    queryFn: () => data(client.GET("/api/pigments/{code}", { params: { path: { code } } })),
  });
  const report = useQuery({
    queryKey: ["report", "pigment", code],
    queryFn: () => data(client.GET("/api/reports/pigments/{code}", { params: { path: { code } } })),
  }).data;
  if (query.isError) {
    return (
      <Page title="No such pigment">
        <ProblemNote problem={query.error as Problem} />
        <Link className="underline" to="/pigments">
          All pigments
        </Link>
      </Page>
    );
  }
  if (!query.data) return <Page title="…">{null}</Page>;
  const { pigment: p, guidance, deferral, sharesNumberWith, source } = query.data;
  const alone = report?.paints.filter((x) => x.alone) ?? [];
  const mixed = report?.paints.filter((x) => !x.alone) ?? [];
  const facts = [
    ["Colour Index", p.colourIndex ? `CI ${p.colourIndex}` : "none assigned"],
    ["Family", p.family],
    ["Hue", p.hue],
    ["Lightfastness", words(p.lightfastness)],
    ["Transparency", words(p.transparency)],
    ["Staining", words(p.staining)],
    ["Granulation", words(p.granulation)],
    ["Strength", words(p.strength)],
    ["Called", p.names.join(", ")],
  ];
  return (
    <Page
      name={p.code}
      title={<span className="code text-[0.9em]">{p.code}</span>}
      under={
        <>
          {p.chemicalName}
          {p.outOfProduction && " · out of production"}
        </>
      }
    >
      <div className="grid gap-8 lg:grid-cols-[300px_minmax(0,1fr)]">
        <div className="space-y-4">
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {facts.map(
              ([name, value]) =>
                value && (
                  <div key={name} className="contents">
                    <dt className="quiet">{name}</dt>
                    <dd>{value}</dd>
                  </div>
                ),
            )}
          </dl>
          {p.note && <p>{p.note}</p>}
          {sharesNumberWith.length > 0 && (
            <p className="quiet">Shares its number with {sharesNumberWith.join(", ")}.</p>
          )}
          {p.cautions.length > 0 && (
            <section className="rule-box p-3">
              <h2 className="font-semibold">Care: {p.cautions.join(", ")}</h2>
              <p>{guidance}</p>
              <p className="quiet mt-1">{deferral}</p>
            </section>
          )}
          <p className="quiet text-sm">{source}</p>
        </div>
        <div>
          <h2 className="text-lg mb-3">
            You have {counted(report?.inAll ?? 0, "paint")} with it
            {report && report.inAll > 0 && `: ${alone.length} alone, ${mixed.length} in mixtures`}
            {report && report.makers > 1 && `, from ${report.makers} makers`}.
          </h2>
          {report?.warmest && report.warmest !== report.coolest && (
            <p className="mb-3">
              Alone, <strong className="paint-name">{named(report, report.warmest)}</strong> is the warmest
              and <strong className="paint-name">{named(report, report.coolest)}</strong> the coolest
              {report.apart != null && (
                <>
                  ; on your paper they lie <span className="code">ΔE {report.apart.toFixed(1)}</span> from
                  their middle
                </>
              )}
              .{" "}
              <Link
                className="underline"
                to={`/compare?paints=${alone
                  .slice(0, 12)
                  .map((x) => x.paint.id)
                  .join(",")}`}
              >
                Compare them
              </Link>
            </p>
          )}
          {[alone, mixed].map(
            (group) =>
              group.length > 0 && (
                <section key={group === alone ? "alone" : "mixed"} className="mb-6">
                  <h3 className="font-semibold mb-2">
                    {group === alone ? "Alone, warm to cool" : "In mixtures"}
                  </h3>
                  <div className="grid gap-4 grid-cols-[repeat(auto-fill,minmax(150px,1fr))]">
                    {group.map((x) => (
                      <StripTile key={x.paint.id} paint={x.paint} />
                    ))}
                  </div>
                </section>
              ),
          )}
        </div>
      </div>
    </Page>
  );
}

function named(report: Schemas["PigmentReport"], id?: number | null) {
  return report.paints.find((x) => x.paint.id === id)?.paint.name;
}
