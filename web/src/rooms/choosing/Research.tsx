import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { dayInWords, localDay } from "../../ui/dates";
import { Field, TextField } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";
import { PriceFields } from "./PriceFields";

type Note = Schemas["ResearchNote"];

/** Why a paint was bought or passed over, and what was read of it: said the next time it is asked for. */
export function Research({ paint }: { paint: number }) {
  const asked = useQuery({
    queryKey: ["research", paint],
    queryFn: () => data(client.GET("/api/paints/{paint}/research", { params: { path: { paint } } })),
  });
  if (!asked.data) return <ProblemNote problem={asked.error as Problem | null} />;
  const all = asked.data;
  return (
    <section>
      <h2 className="font-semibold mb-1">Chosen or passed over</h2>
      <ul>
        {all.decisions.map((d) => (
          <li key={d.shortlist} className="rule-t py-1.5">
            <Link className="underline" to={`/shortlists/${d.shortlist}`}>
              {d.name}
            </Link>
            {d.decided ? (
              <>
                : {d.decided === "CHOSEN" ? "chosen" : "passed over"}
                {d.on && ` on ${dayInWords(d.on)}`}. {d.why}
              </>
            ) : (
              <>: under consideration. {d.reason}</>
            )}
            {d.marks.length > 0 && (
              <p className="quiet text-sm">
                Tried:{" "}
                {d.marks
                  .map((m) => `${words(m.mark)}${m.word && `, “${m.word}”`} (${localDay(m.at)})`)
                  .join(" · ")}
              </p>
            )}
          </li>
        ))}
      </ul>
      {all.decisions.length === 0 && <p className="quiet">It never stood on a shortlist.</p>}
      <NoteList notes={all.notes} />
      <NoteForm paint={paint} />
    </section>
  );
}

export function NoteList({ notes }: { notes: Note[] }) {
  const forget = useAct((id: number, headers) =>
    data(
      client.DELETE("/api/research-notes/{research_note}", {
        headers,
        params: { path: { research_note: id } },
      }),
    ),
  );
  return (
    <>
      <ul>
        {notes.map((n) => (
          <li key={n.id} className="rule-t py-1.5 flex gap-3">
            <div className="grow min-w-0">
              {n.said && <p className="whitespace-pre-wrap">{n.said}</p>}
              {n.price && (
                <p>
                  {n.price} {n.currency}
                  {n.perMl && `, ${n.perMl} per ml`}
                </p>
              )}
              <p className="quiet text-sm">
                {n.readWhere && `${n.readWhere}, `}
                {dayInWords(n.on)}
              </p>
            </div>
            <button
              type="button"
              className="underline quiet text-sm"
              aria-label={`Delete the note of ${n.on}`}
              onClick={() => forget.run(n.id)}
            >
              Delete
            </button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={forget.problem} />
    </>
  );
}

export function NoteForm({ paint }: { paint: number }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState("");
  const [readWhere, setReadWhere] = useState("");
  const [price, setPrice] = useState("");
  const [currency, setCurrency] = useState("EUR");
  const [volume, setVolume] = useState("");
  const note = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/research-notes", {
          headers,
          body: { paint, said, readWhere, price, currency: price ? currency : undefined, volume },
        }),
      ),
    {
      onDone: () => {
        setOpen(false);
        setSaid("");
        setReadWhere("");
        setPrice("");
        setVolume("");
      },
    },
  );
  if (!open) {
    return (
      <button type="button" className="underline py-1" onClick={() => setOpen(true)}>
        Note what you read, or a price you saw
      </button>
    );
  }
  return (
    <form
      className="space-y-2 mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        note.run(undefined);
      }}
    >
      <Field label="What it says" hint="What it mixes well with, who uses it, what to look out for.">
        {(id) => (
          <textarea
            id={id}
            className="textarea w-full"
            rows={2}
            value={said}
            onChange={(e) => setSaid(e.target.value)}
          />
        )}
      </Field>
      <TextField label="Where it was read, or the shop" value={readWhere} onChange={setReadWhere} />
      <div className="grid grid-cols-3 gap-2">
        <PriceFields
          label="Price seen"
          price={price}
          currency={currency}
          onPrice={setPrice}
          onCurrency={setCurrency}
        />
        <TextField label="ml" value={volume} onChange={setVolume} />
      </div>
      <ProblemNote problem={note.problem} />
      <div className="flex gap-3">
        <button type="submit" className="btn btn-sm btn-outline" disabled={note.running}>
          Note it
        </button>
        <button type="button" className="btn btn-sm btn-ghost" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </div>
    </form>
  );
}
