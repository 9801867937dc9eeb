import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { dayInWords } from "../../ui/dates";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted, words } from "../../ui/words";
import { kindWords } from "./ArrivalsPage";
import { Reveal } from "./Givers";

/** An arrival as it was logged: each line with the paint it became and what it cost in the end. */
export function LoggedArrival({ page: a }: { page: Schemas["ArrivalPage"] }) {
  const path = { arrival: a.id };
  const came = useAct((number: number, headers) =>
    data(client.POST("/api/arrivals/{arrival}/parcels", { params: { path }, headers, body: { number } })),
  );
  const open = useAct((_: undefined, headers) =>
    data(client.POST("/api/arrivals/{arrival}/open", { params: { path }, headers })),
  );
  const navigate = useNavigate();
  const [leaving, setLeaving] = useState(false);
  const correct = useAct(
    (_: undefined, headers) =>
      data(client.POST("/api/arrivals/{arrival}/correct", { params: { path }, headers })),
    { onDone: (draft) => navigate(`/arrivals/${draft.id}`) },
  );
  const awaited = [
    ...new Set(a.logged.filter((l) => l.state === "AWAITED").map((l) => l.parcel ?? 0)),
  ].sort();
  const lines = a.logged.filter((l) => l.kind === "PAINT");
  const paints = new Set(lines.map((l) => l.paint?.id ?? l.name)).size;
  const pieces = lines.reduce((n, l) => n + l.quantity, 0);
  const pans = a.logged.filter((l) => l.paint && l.state === "HERE");

  return (
    <Page
      done={`arrival:${a.id}`}
      name={a.title || kindWords(a.kind)}
      title={a.title || `A ${kindWords(a.kind)}`}
      under={[
        kindWords(a.kind),
        a.cameOn && `came on ${dayInWords(a.cameOn)}`,
        a.from && `from ${a.from}`,
        paints > 0 && counted(paints, "paint") + (pieces === paints ? "" : ` in ${pieces} pieces`),
        a.landed && `${a.landed} ${a.currency} landed`,
      ]
        .filter(Boolean)
        .join(" · ")}
      aside={
        <>
          {a.inSet && (
            <button type="button" className="btn btn-primary" onClick={() => open.run(undefined)}>
              Open the set
            </button>
          )}
          {pans.length > 0 && (
            <>
              <Link to={`/bench/new?arrival=${a.id}`} className="btn btn-outline">
                Plan a chart of it
              </Link>
              <Link to={`/palettes?arrival=${a.id}`} className="btn btn-outline">
                Lay a palette
              </Link>
            </>
          )}
          {a.kind !== "DOT_CARD" && (
            <button type="button" className="btn btn-outline" onClick={() => correct.run(undefined)}>
              Correct
            </button>
          )}
          {a.kind !== "DOT_CARD" && (
            <button type="button" className="btn btn-outline" onClick={() => setLeaving(true)}>
              Take away
            </button>
          )}
          {a.title && pans.length > 0 && (
            <Link
              to={`/collection?find=${encodeURIComponent(`from "${a.title.replaceAll('"', "'")}"`)}`}
              className="btn btn-outline"
            >
              Its paints
            </Link>
          )}
          <Link to="/arrivals" className="btn btn-outline">
            All arrivals
          </Link>
        </>
      }
    >
      <ProblemNote problem={came.problem ?? open.problem ?? correct.problem} />
      <WaitingNote waiting={came.waiting ?? open.waiting} />
      {leaving && <TakeAway arrival={a.id} onClose={() => setLeaving(false)} />}
      {a.note && <p className="whitespace-pre-wrap mb-3 max-w-2xl">{a.note}</p>}
      {a.givers.length > 0 && (
        <p className="mb-3">
          {a.givers.map((g, i) => (
            <span key={g.id}>
              {i > 0 && ", "}
              {g.called} {g.naming !== "NAMED" && <Reveal giver={g.id} kept={g.naming === "KEPT"} />}
              {g.thanksOwed && !g.thankedOn && (
                <Link to="/thanks" className="underline ml-1">
                  thanks owed
                </Link>
              )}
            </span>
          ))}
        </p>
      )}
      {awaited.map((n) => (
        <p
          key={n}
          className="border border-base-content hatched p-2.5 mb-3 flex justify-between items-center"
        >
          <span>Parcel {n} is on its way.</span>
          <button type="button" className="btn btn-primary btn-sm" onClick={() => came.run(n)}>
            It came
          </button>
        </p>
      ))}
      <ol className="max-w-4xl">
        {a.logged.map((l) => (
          <li
            key={l.line}
            className="rule-b py-2 grid grid-cols-[minmax(90px,170px)_1fr_auto] gap-x-4 items-center"
          >
            {l.kind === "PAINT" ? (
              <Strip
                strip={l.paint?.strip}
                seed={l.paint?.id ?? l.line}
                label={l.name}
                className="w-full h-9"
              />
            ) : (
              <span className="quiet">no paint</span>
            )}
            <span className="min-w-0">
              {l.paint ? (
                <Link to={`/paints/${l.paint.id}`} className="paint-name text-[1.1rem] hover:underline">
                  {l.name}
                </Link>
              ) : (
                <span className={l.kind === "PAINT" ? "paint-name text-[1.1rem]" : ""}>{l.name}</span>
              )}
              <span className="quiet block text-[0.88rem]">
                {[
                  l.paint?.accession,
                  l.maker,
                  l.form && l.kind === "PAINT" && words(l.form).replace("-", " "),
                  l.volume && `${Number(l.volume)} ml`,
                  l.quantity > 1 && `${l.quantity} pieces`,
                  l.toGive > 0 && `${l.toGive} to give${l.giftFor ? ` to ${l.giftFor}` : ""}`,
                  l.from && `from ${l.from}`,
                  l.state === "AWAITED" && "still to come",
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>
            </span>
            <span className="text-right code">
              {l.landed && Number(l.landed) > 0 ? `${l.landed} ${a.currency}` : ""}
            </span>
          </li>
        ))}
      </ol>
      {a.kind === "DOT_CARD" && a.logged.length <= 1 && (
        <p className="mt-3">
          Its colours stand on{" "}
          <Link to="/dotcards" className="underline">
            the dot card
          </Link>
          .
        </p>
      )}
      {pans.length > 0 && (
        <p className="quiet mt-4">
          Painted out next?{" "}
          <Link to="/collection?find=no+swatch" className="underline">
            What has no swatch yet
          </Link>
        </p>
      )}
    </Page>
  );
}

/** Says what would go and what would stay before an arrival is taken away. */
function TakeAway({ arrival, onClose }: { arrival: number; onClose: () => void }) {
  const navigate = useNavigate();
  const path = { arrival };
  const query = useQuery({
    queryKey: ["arrival-going", arrival],
    queryFn: () => data(client.GET("/api/arrivals/{arrival}/going", { params: { path } })),
  });
  const going = query.data;
  const away = useAct(
    (_: undefined, headers) => data(client.DELETE("/api/arrivals/{arrival}", { params: { path }, headers })),
    { onDone: () => navigate("/arrivals") },
  );
  return (
    <Dialog open title="Take this arrival away" onClose={onClose}>
      {going && (
        <div className="space-y-2">
          <p>
            {counted(going.holdings, "holding")} that came with it {going.holdings === 1 ? "goes" : "go"}
            {going.paints.length > 0 &&
              `, and with ${going.holdings === 1 ? "it" : "them"} the record of ${counted(going.paints.length, "paint")}: ${going.paints.slice(0, 12).join(", ")}${going.paints.length > 12 ? " …" : ""}`}
            .
          </p>
          {going.staying.length > 0 && (
            <p>
              {going.staying.slice(0, 12).join(", ")}
              {going.staying.length > 12 ? " …" : ""} {going.staying.length === 1 ? "stays" : "stay"}: more is
              tied to {going.staying.length === 1 ? "it" : "them"}, such as a swatch or another arrival.
            </p>
          )}
          <p className="quiet">In one act; one undo brings it back.</p>
        </div>
      )}
      <ProblemNote problem={away.problem ?? (query.error as Problem | null)} />
      <WaitingNote waiting={away.waiting} />
      <div className="flex gap-3 mt-3">
        <button
          type="button"
          className="btn btn-primary"
          disabled={!going || away.running}
          onClick={() => away.run(undefined)}
        >
          Take it away
        </button>
        <button type="button" className="btn btn-outline" onClick={onClose}>
          Leave it
        </button>
      </div>
    </Dialog>
  );
}
