import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Ribbon } from "../../ui/Ribbon";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted, words } from "../../ui/words";
import { MakeDotCard } from "../arrival/MakeDotCard";

type Colour = Schemas["ColourView"];
const TRAITS = ["lightfastness", "transparency", "staining", "granulation"] as const;

export function LinePage() {
  const id = Number(useParams().line);
  const [open, setOpen] = useState<Colour | "new" | null>(null);
  const [card, setCard] = useState(false);
  const query = useQuery({
    queryKey: ["line", id],
    queryFn: () => data(client.GET("/api/lines/{line}", { params: { path: { line: id } } })),
  });
  if (query.isError) {
    return (
      <Page title="No such line">
        <ProblemNote problem={query.error as Problem} />
      </Page>
    );
  }
  if (!query.data) return <Page title="…">{null}</Page>;
  const line = query.data;
  const shown = line.leaflets.filter((f) => f.mediaType.startsWith("image/"));
  return (
    <Page
      title={line.name}
      under={
        <>
          <Link className="underline" to={`/makers/${line.maker}`}>
            {line.makerName}
          </Link>{" "}
          · {words(line.grade)}
          {line.honey && ", with honey"} · {counted(line.colours.length, "colour")}
        </>
      }
      aside={
        <>
          <Link to={`/lines/${id}/chart`} className="btn btn-primary">
            Take in a chart
          </Link>
          <button type="button" className="btn btn-outline" onClick={() => setCard(true)}>
            Make a dot card
          </button>
          <button type="button" className="btn btn-outline" onClick={() => setOpen("new")}>
            Add a colour
          </button>
        </>
      }
    >
      <Ribbon sort="line" of={id} className="mb-3" />
      <div className={shown.length > 0 ? "grid gap-6 xl:grid-cols-[minmax(0,1fr)_20rem]" : ""}>
        <div className="overflow-x-auto relative">
          <table className="w-full min-w-[640px]">
            <thead>
              <tr className="text-left quiet border-b border-base-content">
                {["No.", "Colour", "Pigments", "Series", "Claims, as written", "Status", ""].map((h) => (
                  <th key={h} className="font-normal py-1 pr-3">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {line.colours.map((c) => (
                <tr key={c.id} className="rule-b align-top">
                  <td className="code py-1.5 pr-3">{c.catalogueNumber}</td>
                  <td className="pr-3 py-1">
                    <span className="paint-name text-[1.05rem]">{c.name}</span>
                    {c.names.length > 0 && (
                      <span className="quiet block text-sm">
                        {c.names.map((n) => `${n.language}: ${n.name}`).join(" · ")}
                      </span>
                    )}
                  </td>
                  <td className="code py-1.5 pr-3">
                    {c.editions.map((e) => (
                      <span key={e.id} className="block">
                        {e.recipe.join(" + ") || "—"}
                        {c.editions.length > 1 && <span className="quiet"> {e.label}</span>}
                        {e.sizes && <span className="quiet block">{e.sizes}</span>}
                      </span>
                    ))}
                  </td>
                  <td className="code py-1.5 pr-3">{c.series}</td>
                  <td className="pr-3 py-1.5">{c.editions[0]?.claims.map((k) => k.asWritten).join(" · ")}</td>
                  <td className="pr-3 py-1.5">{words(c.status)}</td>
                  <td className="py-1.5">
                    <button type="button" className="underline" onClick={() => setOpen(c)}>
                      Change<span className="sr-only"> {c.name}</span>
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {shown.length > 0 && (
          <aside className="space-y-3" aria-label="As the maker prints it">
            {shown.map((f) => (
              <figure key={f.id}>
                <a href={`/api/leaflets/${f.id}`}>
                  <img src={`/api/leaflets/${f.id}`} alt={f.title} className="w-full" loading="lazy" />
                </a>
                <figcaption className="quiet text-sm">{f.title}</figcaption>
              </figure>
            ))}
          </aside>
        )}
      </div>
      <Files line={line} />
      {card && <MakeDotCard line={id} colours={line.colours.length} onClose={() => setCard(false)} />}
      {open && <ColourDialog line={id} colour={open === "new" ? null : open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

/** The chart out in open formats, and the maker's own leaflets kept with the line. */
function Files({ line }: { line: Schemas["LinePage"] }) {
  const chooser = useRef<HTMLInputElement>(null);
  const add = useAct(
    (file: File, headers) =>
      data(
        client.POST("/api/lines/{line}/leaflets", {
          params: { path: { line: line.id } },
          headers,
          body: { leaflet: file as unknown as string },
          bodySerializer: () => {
            const body = new FormData();
            body.append("leaflet", file);
            return body;
          },
        }),
      ),
    { undoable: false },
  );
  const remove = useAct(
    (leaflet: number, headers) =>
      data(client.DELETE("/api/leaflets/{leaflet}", { headers, params: { path: { leaflet } } })),
    { undoable: false },
  );
  return (
    <section className="mt-6 grid gap-6 md:grid-cols-2 max-w-4xl">
      <div>
        <h2 className="font-semibold">The chart, to take with you</h2>
        <p className="flex gap-4 mt-1">
          {["csv", "tsv", "xlsx", "ods", "json"].map((f) => (
            <a key={f} className="underline code" href={`/api/lines/${line.id}/chart.${f}`}>
              {f}
            </a>
          ))}
        </p>
      </div>
      <div>
        <h2 className="font-semibold">The maker’s leaflets</h2>
        <ul>
          {line.leaflets.map((f) => (
            <li key={f.id} className="flex justify-between gap-3 rule-b py-1">
              <a className="underline truncate" href={`/api/leaflets/${f.id}`}>
                {f.title}
              </a>
              <button type="button" className="underline" onClick={() => remove.run(f.id)}>
                Remove<span className="sr-only"> {f.title}</span>
              </button>
            </li>
          ))}
        </ul>
        <input
          ref={chooser}
          type="file"
          accept="application/pdf,image/png,image/jpeg"
          className="sr-only"
          aria-label="A leaflet’s file"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) add.run(file);
            e.target.value = "";
          }}
        />
        <ProblemNote problem={add.problem ?? remove.problem} />
        <button type="button" className="underline mt-1" onClick={() => chooser.current?.click()}>
          Keep a picture or PDF
        </button>
      </div>
    </section>
  );
}

function ColourDialog({
  line,
  colour,
  onClose,
}: {
  line: number;
  colour: Colour | null;
  onClose: () => void;
}) {
  const [form, setForm] = useState({
    name: colour?.name ?? "",
    catalogueNumber: colour?.catalogueNumber ?? "",
    series: colour?.series ? String(colour.series) : "",
    status: colour?.status ?? "CURRENT",
    names: colour?.names.map((n) => `${n.language}: ${n.name}`).join("; ") ?? "",
  });
  const [edition, setEdition] = useState({
    label: "",
    sinceYear: "",
    pigments: "",
    sizes: "",
    lightfastness: "",
    transparency: "",
    staining: "",
    granulation: "",
  });
  const [newEdition, setNewEdition] = useState(colour === null);
  const save = useAct(
    async (_: undefined, headers) => {
      const body = {
        name: form.name,
        catalogueNumber: form.catalogueNumber,
        series: form.series ? Number(form.series) : undefined,
        status: form.status,
        names: form.names
          .split(";")
          .map((n) => n.split(":"))
          .filter((n) => n.length === 2 && n[1].trim())
          .map(([language, name]) => ({ language, name })),
        version: colour?.version,
      };
      const { label, sinceYear, pigments, sizes, ...claims } = edition;
      const formula = {
        label,
        sinceYear: sinceYear ? Number(sinceYear) : undefined,
        pigments,
        sizes,
        claims,
      };
      if (!colour) {
        return data(
          client.POST("/api/lines/{line}/colours", {
            params: { path: { line } },
            headers,
            body: { ...body, edition: formula },
          }),
        );
      }
      const changed = await data(
        client.PUT("/api/colours/{colour}", {
          params: { path: { colour: colour.id } },
          // The edition below happens under the key itself.
          headers: { "Idempotency-Key": `${headers["Idempotency-Key"]}-colour` },
          body,
        }),
      );
      return newEdition
        ? data(
            client.POST("/api/colours/{colour}/editions", {
              params: { path: { colour: colour.id } },
              headers,
              body: formula,
            }),
          )
        : changed;
    },
    { onDone: onClose },
  );
  const box = <T extends Record<string, string>>(
    state: T,
    set: (s: T) => void,
    name: keyof T & string,
    label: string,
    required = false,
  ) => (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          required={required}
          className="input w-full"
          value={state[name]}
          onChange={(e) => set({ ...state, [name]: e.target.value })}
        />
      )}
    </Field>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    save.run(undefined);
  }
  return (
    <Dialog open wide title={colour ? `Change ${colour.name}` : "Add a colour"} onClose={onClose}>
      <form onSubmit={submit} className="grid grid-cols-2 md:grid-cols-4 gap-3">
        <div className="col-span-2">{box(form, setForm, "name", "Name", true)}</div>
        {box(form, setForm, "catalogueNumber", "Catalogue number")}
        {box(form, setForm, "series", "Series")}
        <div className="col-span-2">
          {box(form, setForm, "names", "In other languages, as de: Name; fr: Nom")}
        </div>
        <Field label="Status">
          {(id) => (
            <Select
              id={id}
              value={form.status}
              options={(["CURRENT", "LIMITED", "DISCONTINUED"] as const).map((s) => [s, words(s)] as const)}
              onChange={(status) => setForm({ ...form, status })}
            />
          )}
        </Field>
        {colour && (
          <div className="col-span-full">
            <h3 className="font-semibold">Formula editions</h3>
            <ul>
              {colour.editions.map((e) => (
                <li key={e.id}>
                  {e.label}: <span className="code">{e.labelText || "—"}</span>{" "}
                  <span className="quiet">{e.sizes}</span>
                </li>
              ))}
            </ul>
            <label className="flex gap-2 mt-2">
              <input
                type="checkbox"
                className="checkbox"
                checked={newEdition}
                onChange={(e) => setNewEdition(e.target.checked)}
              />
              it was reformulated or resized: add an edition
            </label>
          </div>
        )}
        {newEdition && (
          <>
            <div className="col-span-2">
              {box(edition, setEdition, "pigments", "Pigments, as the label writes them")}
            </div>
            <div className="col-span-2">
              {box(edition, setEdition, "sizes", "Sizes, as 5 ml 4.60 EUR; 15 ml")}
            </div>
            {box(edition, setEdition, "sinceYear", "Since the year")}
            {box(edition, setEdition, "label", "Called")}
            {TRAITS.map((t) => (
              <div key={t}>{box(edition, setEdition, t, t[0].toUpperCase() + t.slice(1))}</div>
            ))}
          </>
        )}
        <div className="col-span-full">
          <ProblemNote problem={save.problem} />
          <WaitingNote waiting={save.waiting} />
          <div className="flex gap-3">
            <button type="submit" className="btn btn-primary" disabled={save.running}>
              Save
            </button>
            <button type="button" className="btn btn-outline" onClick={onClose}>
              Leave
            </button>
          </div>
        </div>
      </form>
    </Dialog>
  );
}
