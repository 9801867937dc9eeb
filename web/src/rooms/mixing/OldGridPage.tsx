import { useState } from "react";
import { useNavigate } from "react-router";
import { client, data, Problem, type Schemas } from "../../api/client";
import { asForm } from "../../api/form";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { AddPaint } from "../collection/AddPaint";
import { MixingNav } from "./MixingNav";

type Kind = "FAMILIES" | "SQUARE" | "TRIANGLE";
type Head = { id: number; name: string };

const KINDS: [Kind, string][] = [
  ["FAMILIES", "some paints across, others down, each first by itself"],
  ["SQUARE", "every paint with every other, a full square"],
  ["TRIANGLE", "every paint with every other, below the diagonal"],
];

/** Any side: the picture is laid over it by its four corners. */
const SQUARE = 25;

/** The grid as a chart without marks or margins, so that its outer corners are those of the sheet. */
export function ruled(kind: Kind, across: Head[], down: Head[]): Schemas["NewChart"] {
  const columns = kind === "FAMILIES" ? across.length + 1 : across.length;
  const rows = kind === "FAMILIES" ? down.length + 1 : across.length;
  return {
    form: kind === "FAMILIES" ? "FAMILIES" : "PAIRS",
    full: kind === "SQUARE",
    school: "BY_HAND",
    paper: { width: columns * SQUARE, height: rows * SQUARE },
    margin: 0,
    gap: 0,
    columns: kind === "FAMILIES" ? across.length : undefined,
    marks: false,
    title: "Ruled by hand",
    paints: [...across, ...(kind === "FAMILIES" ? down : [])].map((p) => p.id),
    options: { caption: [], opacityLine: false, blackBar: false },
  };
}

/** A grid of mixtures that was ruled and painted by hand: its paints are named, its picture read by its four corners. */
export function OldGridPage() {
  const [kind, setKind] = useState<Kind>("FAMILIES");
  const [across, setAcross] = useState<Head[]>([]);
  const [down, setDown] = useState<Head[]>([]);
  const [file, setFile] = useState<File | null>(null);
  const go = useNavigate();
  const families = kind === "FAMILIES";
  const ready = file !== null && (families ? across.length > 0 && down.length > 0 : across.length > 1);
  const send = useAct(async (_: undefined, headers) => {
    const chart = await data(client.POST("/api/charts", { headers, body: ruled(kind, across, down) }));
    const key = { "Idempotency-Key": `${headers["Idempotency-Key"]}-picture` };
    const sent = asForm("picture", file as File, { chart: String(chart.id) });
    try {
      const read = await data(client.POST("/api/readings", { headers: key, ...sent }));
      go(`/readings/${read.reading}`);
    } catch (e) {
      // Its chart is nothing without a picture that can be read; while the server is away it is tried again.
      if (!(e instanceof Problem && e.away)) {
        const gone = { "Idempotency-Key": `${headers["Idempotency-Key"]}-gone` };
        await data(
          client.DELETE("/api/charts/{chart}", { params: { path: { chart: chart.id } }, headers: gone }),
        );
      }
      throw e;
    }
  });
  return (
    <Page
      title="A grid of your own"
      under="Painted before Molvet, ruled by hand: each square becomes a mixture that is found again."
    >
      <MixingNav />
      <fieldset className="mb-4">
        <legend className="font-semibold">How it is laid out</legend>
        {KINDS.map(([k, words]) => (
          <label key={k} className="flex items-center gap-2 py-1">
            <input
              type="radio"
              name="kind"
              className="radio radio-sm"
              checked={kind === k}
              onChange={() => setKind(k)}
            />
            {words}
          </label>
        ))}
      </fieldset>
      <div className="grid gap-6 lg:grid-cols-2 max-w-4xl">
        <Heads
          label={families ? "Across the top, from the left" : "Its paints, in their order"}
          heads={across}
          onChange={setAcross}
          taken={families ? down : []}
        />
        {families && (
          <Heads label="Down the side, from above" heads={down} onChange={setDown} taken={across} />
        )}
      </div>
      {families && across.length > 0 && down.length > 0 && (
        <p className="quiet mt-3">
          {counted(across.length + 1, "column")} and {counted(down.length + 1, "row")}, the first of each the
          paints themselves; the top left square stays empty. {across.length * down.length} mixtures.
        </p>
      )}
      {!families && across.length > 1 && (
        <p className="quiet mt-3">
          {across.length} by {across.length} squares, each paint by itself on the diagonal from the top left.
        </p>
      )}
      <div className="mt-5 max-w-md">
        <Field label="Its picture">
          {(id) => (
            <input
              id={id}
              type="file"
              accept="image/png,image/jpeg,image/tiff"
              className="file-input w-full"
              onChange={(e) => setFile(e.target.files?.[0] ?? null)}
            />
          )}
        </Field>
      </div>
      <p className="quiet mt-2 max-w-prose">
        On the next page drag the four corners to the outer corners of the grid. Squares are taken to be of
        one size; a little paper shown round the grid tells the white.
      </p>
      <ProblemNote problem={send.problem} />
      <button
        type="button"
        className="btn btn-primary mt-4"
        disabled={!ready || send.running}
        onClick={() => send.run(undefined)}
      >
        Mark its corners
      </button>
    </Page>
  );
}

function Heads({
  label,
  heads,
  taken,
  onChange,
}: {
  label: string;
  heads: Head[];
  taken: Head[];
  onChange: (heads: Head[]) => void;
}) {
  return (
    <section aria-label={label}>
      <AddPaint
        label={label}
        taken={[...heads, ...taken].map((h) => h.id)}
        onAdd={(id, name) => onChange([...heads, { id, name }])}
      />
      <ol className="mt-2">
        {heads.map((h, i) => (
          <li key={h.id} className="rule-t py-1.5 flex gap-3 items-baseline">
            <span className="code w-6">{i + 1}</span>
            <span className="paint-name grow">{h.name}</span>
            <button
              type="button"
              className="underline quiet text-sm"
              onClick={() => onChange(heads.filter((x) => x.id !== h.id))}
            >
              Take out
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
