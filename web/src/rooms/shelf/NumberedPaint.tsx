import { useQuery } from "@tanstack/react-query";
import { Link, Navigate, useLocation, useNavigate, useParams } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";

/**
 * Where the code on a label or card leads: to the paint of that number. A card’s code also says the place that is printed
 * on it, so that a card in the hand is found, or put back, in one tap.
 */
export function NumberedPaint() {
  const number = useParams().number ?? "";
  const printed = decodeURIComponent(useLocation().hash.slice(1));
  const query = useQuery({
    queryKey: ["numbered", number],
    queryFn: () => data(client.GET("/api/paints", { params: { query: { find: `M-${number}`, limit: 1 } } })),
  });
  const paint = query.data?.paints[0];
  if (paint && printed) return <CardInHand paint={paint} printed={printed} />;
  if (paint) return <Navigate to={`/paints/${paint.id}`} replace />;
  return (
    <Page title={query.data ? "No such paint" : "…"}>
      {query.data && (
        <p>There is no paint M-{number} in this collection. Perhaps the label belongs to another.</p>
      )}
    </Page>
  );
}

function CardInHand({ paint, printed }: { paint: Schemas["PaintEntry"]; printed: string }) {
  const navigate = useNavigate();
  const page = useQuery({
    queryKey: ["paint", paint.id],
    queryFn: () => data(client.GET("/api/paints/{paint}", { params: { path: { paint: paint.id } } })),
  }).data;
  const current = page?.swatches.find((s) => s.state === "CURRENT");
  const lost = page?.swatches.find((s) => s.state === "LOST");
  const swatch = current ?? lost;
  const open = { onDone: () => navigate(`/paints/${paint.id}`) };
  const found = useAct(
    (id: number, headers) =>
      data(client.POST("/api/swatches/{swatch}/found", { params: { path: { swatch: id } }, headers })),
    open,
  );
  const back = useAct(
    (id: number, headers) =>
      data(
        client.PUT("/api/swatches/{swatch}/place", {
          params: { path: { swatch: id } },
          headers,
          body: { place: printed, makeKeeper: true },
        }),
      ),
    open,
  );
  if (!page) return <Page title={paint.name}>…</Page>;
  const agrees = current?.place === printed;
  return (
    <Page
      name={paint.name}
      title={<span className="paint-name">{paint.name}</span>}
      under={
        <>
          <span className="code">{paint.accession}</span> · the card in your hand says{" "}
          <span className="code">{printed}</span>
        </>
      }
    >
      <Strip
        strip={paint.strip}
        seed={paint.id}
        label={paint.name}
        shape="tile"
        className="w-full max-w-md h-16"
      />
      <p className="text-lg my-3">
        {agrees
          ? "It belongs there, and the record agrees."
          : lost && !current
            ? "The record says it is lost."
            : current?.place
              ? `The record says ${current.place}.`
              : swatch
                ? "The record has no place for it."
                : "The record has no swatch of it yet."}
      </p>
      <ProblemNote problem={found.problem ?? back.problem} />
      <WaitingNote waiting={found.waiting ?? back.waiting} />
      <div className="flex flex-col sm:flex-row gap-3 max-w-md">
        {swatch && !agrees && (
          <button type="button" className="btn btn-primary h-14 text-lg" onClick={() => back.run(swatch.id)}>
            {lost && !current ? `Found, and put back at ${printed}` : `Put back at ${printed}`}
          </button>
        )}
        {lost && !current && (
          <button type="button" className="btn btn-outline h-14 text-lg" onClick={() => found.run(lost.id)}>
            Found
          </button>
        )}
        <Link to={`/paints/${paint.id}`} className="btn btn-outline h-14 text-lg">
          Open the paint
        </Link>
      </div>
    </Page>
  );
}
