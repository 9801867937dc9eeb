import { useQuery } from "@tanstack/react-query";
import { client, data } from "../../api/client";
import { dayInWords, localDay } from "../../ui/dates";
import { counted } from "../../ui/words";
import { StripTile } from "../collection/StripTile";
import { FoundPage, useFindParam } from "./FoundPage";

/** What calls for care, by element, and what not to lend to a child. */
export function CarePage() {
  const [find, setFind] = useFindParam("owned or sampled");
  const query = useQuery({
    queryKey: ["care", find],
    queryFn: () => data(client.GET("/api/reports/care", { params: { query: { find } } })),
  });
  const care = query.data;
  return (
    <FoundPage
      title="Care"
      under={
        care &&
        care.inAll > 0 &&
        `${care.notToLend.length} of ${counted(care.inAll, "paint")} are not for a child`
      }
      aside={
        <button type="button" className="btn btn-outline print:hidden" onClick={() => window.print()}>
          Print
        </button>
      }
      find={find}
      label="Which paints"
      placeholder="from the spring set · in ring 2"
      onFind={setFind}
      problem={query.error}
    >
      {care && (
        <>
          <p className="hidden print:block mb-3">
            <span className="font-book text-2xl block">Care of paints: {find}</span>
            Molvet, {dayInWords(localDay(new Date().toISOString()))}
          </p>
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
          {care.inAll === 0 && <p>Nothing answers to that find, so there is nothing to take care of.</p>}
          {care.inAll > 0 && care.notToLend.length === 0 && <p>None of these calls for more than that.</p>}
          {care.notToLend.length > 0 && (
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
          )}
        </>
      )}
    </FoundPage>
  );
}
