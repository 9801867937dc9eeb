import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { dayInWords } from "../../ui/dates";
import { Field, TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { BoxMeasure, type Measures, measured, TIN } from "./BoxMeasure";
import { SmallBox } from "./SmallBox";

/** All palettes, each as the box it is. */
export function PalettesPage() {
  const [params] = useSearchParams();
  const [making, setMaking] = useState(params.has("find") || params.has("arrival") || params.has("paints"));
  const list = useQuery({ queryKey: ["palettes"], queryFn: () => data(client.GET("/api/palettes")) });
  const palettes = list.data?.palettes;
  return (
    <Page
      title="Palettes"
      under="Which paint lies in which well, from a day on."
      aside={
        <>
          <Link to="/palettes/boxes" className="btn btn-outline">
            Boxes and what fits
          </Link>
          <button type="button" className="btn btn-primary" onClick={() => setMaking(true)}>
            New palette
          </button>
        </>
      }
    >
      <ProblemNote problem={list.error as Problem | null} />
      {(making || palettes?.length === 0) && (
        <NewPalette onClose={() => setMaking(false)} first={palettes?.length === 0} />
      )}
      <ul className="grid gap-6 grid-cols-[repeat(auto-fill,minmax(min(100%,340px),1fr))] items-start">
        {palettes?.map((p) => (
          <li key={p.id}>
            <Link to={`/palettes/${p.id}`} className="block hover:underline underline-offset-4">
              <SmallBox palette={p} className={p.round ? "w-full max-h-80" : "w-full"} />
              <span className="font-book text-xl font-medium block mt-2">{p.name}</span>
            </Link>
            <p className="quiet">
              {p.box} · {p.filled} of {p.wells.length} filled
              {p.since
                ? ` · version ${p.version}, since ${dayInWords(p.since)}`
                : " · not kept as a version yet"}
            </p>
            {(p.changed || p.due) && (
              <p>
                {p.changed && "Changed since. "}
                {p.due && "Not looked through for half a year."}
              </p>
            )}
          </li>
        ))}
      </ul>
    </Page>
  );
}

/** A name and a box; filled from where one comes from, if one does. */
function NewPalette({ onClose, first }: { onClose: () => void; first: boolean }) {
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const find = params.get("find") ?? "";
  const arrival = params.get("arrival");
  const paints = params.get("paints");
  const [name, setName] = useState("");
  const [from, setFrom] = useState("start:0");
  const [fill, setFill] = useState(find);
  const [measures, setMeasures] = useState<Measures>(TIN);
  const boxes = useQuery({ queryKey: ["boxes"], queryFn: () => data(client.GET("/api/boxes")) }).data;
  const add = useAct(
    (_: undefined, headers) => {
      const [kind, number] = from.split(":");
      return data(
        client.POST("/api/palettes", {
          headers,
          body: {
            name,
            box: kind === "box" ? Number(number) : undefined,
            start: kind === "start" ? Number(number) : undefined,
            shape: kind === "measure" ? measured(measures) : undefined,
            fill: arrival
              ? { arrival: Number(arrival) }
              : paints
                ? { paints: paints.split(",").map(Number) }
                : fill.trim()
                  ? { find: fill }
                  : undefined,
          },
        }),
      );
    },
    { onDone: (palette) => navigate(`/palettes/${palette.id}`) },
  );
  const options = [
    ...(boxes?.boxes.map((b) => [`box:${b.id}`, `${b.name}, ${b.words}`] as const) ?? []),
    ...(boxes?.starts.map((s) => [`start:${s.start}`, `a new one: ${s.name}`] as const) ?? []),
    ["measure:", "a new one, measured in five numbers"] as const,
  ];
  function submit(e: FormEvent) {
    e.preventDefault();
    add.run(undefined);
  }
  return (
    <form onSubmit={submit} className="rule-box bg-base-100 p-4 mb-6 max-w-3xl">
      {first && (
        <p className="mb-3">
          Nothing here yet. Give it a name, say which box it is, and lay paints into its wells.
        </p>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField label="Name" value={name} onChange={setName} />
        <Field label="Box">
          {(id) => <Select id={id} options={options} value={from} onChange={setFrom} />}
        </Field>
      </div>
      {from === "measure:" && <BoxMeasure measures={measures} onMeasures={setMeasures} />}
      {arrival ? (
        <p className="mt-3">It is filled with the paints of that arrival.</p>
      ) : paints ? (
        <p className="mt-3">It is filled with the {paints.split(",").length} paints you chose.</p>
      ) : (
        <TextField
          className="mt-3"
          label="Fill it from a find"
          hint="Left empty, its wells are empty. For example: loved owned single pigment"
          value={fill}
          onChange={setFill}
        />
      )}
      <ProblemNote problem={add.problem} />
      <WaitingNote waiting={add.waiting} />
      <div className="flex gap-3 mt-3">
        <button type="submit" className="btn btn-primary" disabled={add.running || name.trim() === ""}>
          Begin
        </button>
        {!first && (
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Leave
          </button>
        )}
      </div>
    </form>
  );
}
