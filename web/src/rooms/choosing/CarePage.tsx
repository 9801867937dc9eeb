import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { counted } from "../../ui/words";
import { StripTile } from "../collection/StripTile";
import { ChoosingNav } from "./ChoosingNav";
import { FindBox } from "./FindBox";

/** What calls for care, by element, and what not to lend to a child. */
export function CarePage() {
  const [params, setParams] = useSearchParams();
  const find = params.get("find") ?? "owned or sampled";
  const query = useQuery({
    queryKey: ["care", find],
    queryFn: () => data(client.GET("/api/reports/care", { params: { query: { find } } })),
  });
  const care = query.data;
  return (
    <Page
      title="Care"
      under={care && `${care.notToLend.length} of ${counted(care.inAll, "paint")} are not for a child`}
      aside={
        <button type="button" className="btn btn-outline print:hidden" onClick={() => window.print()}>
          Print
        </button>
      }
    >
      <ChoosingNav />
      <div className="mb-4 print:hidden">
        <FindBox
          find={find}
          label="Which paints"
          placeholder="from the spring set · in ring 2"
          onFind={(f) => setParams({ find: f })}
        />
      </div>
      <ProblemNote problem={query.error as Problem | null} />
      {care && (
        <>
          <div className="rule-box p-3 max-w-3xl mb-5">
            <p>{care.guidance}</p>
            <p className="quiet mt-1">{care.deferral}</p>
          </div>
          {care.elements.map((e) => (
            <section key={e.element} className="mb-5">
              <h2 className="font-semibold first-letter:uppercase mb-1">
                {e.element} <span className="quiet font-normal">{counted(e.paints.length, "paint")}</span>
              </h2>
              <div className="grid gap-4 grid-cols-[repeat(auto-fill,minmax(150px,1fr))]">
                {e.paints.map((p) => (
                  <StripTile key={p.id} paint={p} />
                ))}
              </div>
            </section>
          ))}
          <section className="mt-6 max-w-4xl">
            <h2 className="font-semibold mb-1">Not to lend to a child</h2>
            <p className="quiet mb-1">
              All of the above
              {care.unknown > 0 &&
                `, and ${care.unknown} whose pigments are not known, so that nothing can be told`}
              .
            </p>
            <ul className="columns-1 sm:columns-2 lg:columns-3">
              {care.notToLend.map((p) => (
                <li key={p.id}>
                  <span className="code">{p.accession}</span> <span className="paint-name">{p.name}</span>
                  {p.place && <span className="code quiet"> {p.place}</span>}
                </li>
              ))}
            </ul>
          </section>
        </>
      )}
    </Page>
  );
}
