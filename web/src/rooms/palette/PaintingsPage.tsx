import { useQuery } from "@tanstack/react-query";
import { type ChangeEvent, useState } from "react";
import { Link, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { asForm } from "../../api/form";
import { dayInWords, localDay } from "../../ui/dates";
import { Field, TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { NoPalette } from "./NoPalette";
import { Pan } from "./Pan";
import { type Palette, usePalette } from "./usePalette";

/** A day’s work in one line: a title, and a tap on each well the brush went to. */
export function PaintingsPage() {
  const id = Number(useParams().palette);
  const query = usePalette(id);
  const list = useQuery({
    queryKey: ["palette", id, "paintings"],
    queryFn: () =>
      data(client.GET("/api/palettes/{palette}/paintings", { params: { path: { palette: id } } })),
  });
  if (query.isError) return <NoPalette problem={query.error as Problem} />;
  if (!query.data) return <Page title="…">{null}</Page>;
  const paintings = list.data?.paintings ?? [];
  return (
    <Page
      title={`${query.data.name}: paintings`}
      under={
        <Link className="underline" to={`/palettes/${id}`}>
          Back to the palette
        </Link>
      }
    >
      <NotePainting palette={query.data} last={paintings[0]} />
      <h2 className="font-semibold mt-6 mb-1">{paintings.length === 0 ? "None noted yet" : "Noted"}</h2>
      <ul className="max-w-4xl">
        {paintings.map((p) => (
          <Noted key={p.id} painting={p} />
        ))}
      </ul>
    </Page>
  );
}

function NotePainting({ palette, last }: { palette: Palette; last?: Schemas["PaintingView"] }) {
  const [title, setTitle] = useState("");
  const [on, setOn] = useState(localDay(new Date().toISOString()));
  const [taps, setTaps] = useState<Map<number, number>>(new Map());
  const add = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes/{palette}/paintings", {
          headers,
          params: { path: { palette: palette.id } },
          body: { title, on, paints: [...taps].map(([paint, n]) => ({ paint, taps: n })) },
        }),
      ),
    {
      onDone: () => {
        setTaps(new Map());
        setTitle("");
      },
    },
  );
  const tap = (paint: number, by: number) => {
    const next = new Map(taps);
    const n = (next.get(paint) ?? 0) + by;
    if (n <= 0) next.delete(paint);
    else next.set(paint, n);
    setTaps(next);
  };
  const filled = palette.wells.filter((w) => w.paint);
  const here = new Set(filled.map((w) => w.paint?.id));
  const repeatable = last?.paints.filter((p) => here.has(p.paint.id)) ?? [];
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        add.run(undefined);
      }}
      className="max-w-4xl"
    >
      <div className="flex flex-wrap gap-3 items-end">
        <TextField className="grow min-w-52" label="What was painted" value={title} onChange={setTitle} />
        <Field label="On">
          {(id) => (
            <input id={id} type="date" className="input" value={on} onChange={(e) => setOn(e.target.value)} />
          )}
        </Field>
      </div>
      <p className="mt-3 mb-2">Tap each well the brush went to; once more for more.</p>
      {filled.length === 0 && <p className="quiet">Nothing lies in it yet.</p>}
      <ul className="grid gap-1.5 grid-cols-[repeat(auto-fill,minmax(92px,1fr))]" aria-label="Wells">
        {filled.map((w) => {
          const p = w.paint as Schemas["PaintEntry"];
          const n = taps.get(p.id) ?? 0;
          return (
            <li key={w.well} className="relative">
              <button
                type="button"
                aria-pressed={n > 0}
                aria-label={`${w.well + 1} ${p.name}${n > 0 ? `, ${n} times` : ""}`}
                className={`w-full text-left p-1 bg-base-100 border ${n > 0 ? "border-base-content outline-2 outline-base-content" : "border-[var(--rule)]"}`}
                onClick={() => tap(p.id, 1)}
              >
                <Pan stops={p.strip?.stops ?? w.guess} guessed={!p.strip} className="h-14 w-full" />
                <span className="paint-name text-sm leading-tight line-clamp-2 min-h-[2.1em] mt-0.5">
                  <b className="font-sans not-italic text-xs">{w.well + 1}</b> {p.name}
                </span>
              </button>
              {n > 0 && (
                <span className="absolute right-1 top-1 flex bg-base-content text-base-100">
                  <span className="px-1.5 font-semibold" aria-hidden="true">
                    {n}
                  </span>
                  <button
                    type="button"
                    aria-label={`One less of ${p.name}`}
                    className="px-2 border-l border-base-100"
                    onClick={() => tap(p.id, -1)}
                  >
                    −
                  </button>
                </span>
              )}
            </li>
          );
        })}
      </ul>
      <ProblemNote problem={add.problem} />
      <WaitingNote waiting={add.waiting} />
      <div className="flex flex-wrap gap-3 mt-3">
        <button type="submit" className="btn btn-primary" disabled={add.running || taps.size === 0}>
          Note it
        </button>
        {repeatable.length > 0 && taps.size === 0 && (
          <button
            type="button"
            className="btn btn-outline"
            onClick={() => setTaps(new Map(repeatable.map((p) => [p.paint.id, p.taps])))}
          >
            As the last: {repeatable.length} {repeatable.length === 1 ? "well" : "wells"}
          </button>
        )}
      </div>
    </form>
  );
}

function Noted({ painting: p }: { painting: Schemas["PaintingView"] }) {
  const remove = useAct((_: undefined, headers) =>
    data(client.DELETE("/api/paintings/{painting}", { headers, params: { path: { painting: p.id } } })),
  );
  const picture = useAct((file: File, headers) => {
    return data(
      client.POST("/api/paintings/{painting}/picture", {
        headers,
        params: { path: { painting: p.id } },
        ...asForm("picture", file),
      }),
    );
  });
  function chosen(e: ChangeEvent<HTMLInputElement>) {
    const file = e.target.files?.[0];
    if (file) picture.run(file);
    e.target.value = "";
  }
  return (
    <li className="rule-t py-2 flex gap-3">
      {p.picture && (
        <img src={`/api/pictures/${p.picture}`} alt={p.title} className="w-24 h-20 object-cover shrink-0" />
      )}
      <div className="grow min-w-0">
        <p>
          <span className="font-book text-lg">{p.title}</span>{" "}
          <span className="quiet">{dayInWords(p.on)}</span>
        </p>
        <ul className="flex flex-wrap gap-1 mt-1" aria-label="Paints">
          {p.paints.map((x) => (
            <li
              data-paint
              key={x.paint.id}
              title={`${x.paint.name}${x.taps > 1 ? `, ${x.taps} times` : ""}`}
              className={`h-5 ${x.paint.strip ? "" : "hatched border border-dashed border-[var(--field)]"}`}
              style={{ width: `${14 + 6 * Math.min(6, x.taps)}px`, background: x.paint.strip?.stops[0] }}
            >
              <span className="sr-only">{x.paint.name}</span>
            </li>
          ))}
        </ul>
        <ProblemNote problem={remove.problem ?? picture.problem} />
      </div>
      <div className="flex flex-col items-end shrink-0 text-sm">
        <label className="underline quiet py-1 cursor-pointer">
          {p.picture ? "Another picture" : "Add a picture"}
          <input type="file" accept="image/png,image/jpeg,image/tiff" className="sr-only" onChange={chosen} />
        </label>
        <button type="button" className="underline quiet py-1" onClick={() => remove.run(undefined)}>
          Delete
        </button>
      </div>
    </li>
  );
}
