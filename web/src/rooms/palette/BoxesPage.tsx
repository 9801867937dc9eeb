import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { Field, NumberField, TextField } from "../../ui/Field";
import { LengthField, sized, UnitChoice, useUnit } from "../../ui/length";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { words } from "../../ui/words";
import { BoxMeasure, measured, measuresOf, TIN } from "./BoxMeasure";

type Boxes = Schemas["BoxList"];
type Form = Word<"PansToLay", "form">;

const FORMS: readonly (readonly [Form, string])[] = [
  ["HALF_PAN", "half pans"],
  ["FULL_PAN", "full pans"],
  ["MINI_PAN", "mini pans"],
];

/** One’s own boxes, the sizes of pans, and which box takes which pans. */
export function BoxesPage() {
  const boxes = useQuery({ queryKey: ["boxes"], queryFn: () => data(client.GET("/api/boxes")) });
  return (
    <Page
      title="Boxes and what fits"
      under={
        <Link className="underline" to="/palettes">
          Back to the palettes
        </Link>
      }
      aside={<UnitChoice />}
    >
      <ProblemNote problem={boxes.error as Problem | null} />
      {boxes.data && (
        <div className="grid gap-x-8 gap-y-8 xl:grid-cols-[minmax(0,1fr)_22rem]">
          <Fits boxes={boxes.data} />
          <div className="grid gap-8 content-start">
            <Own boxes={boxes.data} />
            <Sizes boxes={boxes.data} />
          </div>
        </div>
      )}
    </Page>
  );
}

type Row = { key: number; form: Form; maker: string; count: string };

/** Pans of mixed sizes, two sets laid together: which box takes them all, drawn to scale. */
function Fits({ boxes }: { boxes: Boxes }) {
  const [unit] = useUnit();
  const [rows, setRows] = useState<Row[]>([
    { key: 1, form: "HALF_PAN", maker: "", count: "24" },
    { key: 2, form: "HALF_PAN", maker: "", count: "12" },
  ]);
  const [between, setBetween] = useState<number | undefined>(0);
  const [inside, setInside] = useState<{ width?: number; height?: number }>({});
  const lay = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/boxes/lay", {
          headers,
          body: {
            between: between ?? 0,
            pans: rows.map((r) => ({
              form: r.form,
              maker: r.maker ? Number(r.maker) : undefined,
              count: Number(r.count) || 0,
            })),
            inside:
              inside.width && inside.height
                ? { kind: "ROWS", width: inside.width, height: inside.height, rowCount: 1, columns: 1 }
                : undefined,
          },
        }),
      ),
    { undoable: false },
  );
  const makers = makersOf(boxes);
  const set = (key: number, part: Partial<Row>) =>
    setRows(rows.map((r) => (r.key === key ? { ...r, ...part } : r)));
  return (
    <section className="min-w-0">
      <h2 className="font-book text-xl font-medium mb-1">Will these fit?</h2>
      <p className="quiet mb-3">With the rails taken out, turned where it helps.</p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          lay.run(undefined);
        }}
      >
        <ul className="grid gap-2">
          {rows.map((r, i) => (
            <li key={r.key} className="flex flex-wrap gap-2 items-end">
              <NumberField
                className="w-20"
                label="How many"
                value={r.count}
                onChange={(count) => set(r.key, { count })}
              />
              <Field label="Pans">
                {(id) => (
                  <Select
                    id={id}
                    className="select"
                    options={FORMS}
                    value={r.form}
                    onChange={(form) => set(r.key, { form })}
                  />
                )}
              </Field>
              {makers.length > 0 && (
                <Field label="Made by">
                  {(id) => (
                    <Select
                      id={id}
                      className="select"
                      options={[["", "any: usual size"] as const, ...makers]}
                      value={r.maker}
                      onChange={(maker) => set(r.key, { maker })}
                    />
                  )}
                </Field>
              )}
              {rows.length > 1 && (
                <button
                  type="button"
                  className="underline quiet py-2"
                  aria-label={`Leave out row ${i + 1}`}
                  onClick={() => setRows(rows.filter((x) => x.key !== r.key))}
                >
                  Leave out
                </button>
              )}
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="underline py-2"
          onClick={() =>
            setRows([
              ...rows,
              { key: Math.max(...rows.map((r) => r.key)) + 1, form: "FULL_PAN", maker: "", count: "1" },
            ])
          }
        >
          Another set or size
        </button>
        <div className="flex flex-wrap gap-3 items-end mt-1">
          <LengthField className="w-28" label="Between two" value={between} onChange={setBetween} />
          <LengthField
            className="w-40"
            label="A box of, across"
            value={inside.width}
            onChange={(width) => setInside({ ...inside, width })}
          />
          <LengthField
            className="w-28"
            label="down"
            value={inside.height}
            onChange={(height) => setInside({ ...inside, height })}
          />
          <button type="submit" className="btn btn-primary" disabled={lay.running}>
            Lay them
          </button>
        </div>
        <ProblemNote problem={lay.problem} />
      </form>
      {lay.result && (
        <div className="mt-5 grid gap-6">
          {lay.result.boxes.length === 0 && (
            <p>There is no box of yours yet. Measure one, or write the inside of one above.</p>
          )}
          {lay.result.boxes.map((b) => (
            <figure key={`${b.box} ${b.name}`}>
              <figcaption className="mb-1">
                <b>{b.fits ? "Yes" : "No"}</b>: {b.name}, {sized(b.width, b.height, unit)}. {b.said}{" "}
                <span className="quiet">
                  {Math.round(b.bare)} % stays bare
                  {b.left.length > 0 &&
                    `; left over: ${b.left
                      .map((l) => {
                        const sort = lay.result?.sorts.find((s) => s.sort === l.sort);
                        return `${l.count} ${sort?.words}${l.count === 1 ? "" : "s"}`;
                      })
                      .join(", ")}`}
                  .
                </span>
              </figcaption>
              <Laid box={b} />
              {b.fits && <BeginSo box={b} />}
            </figure>
          ))}
        </div>
      )}
    </section>
  );
}

/** A palette of loose pans that lie just so. */
function BeginSo({ box }: { box: Schemas["LaidBox"] }) {
  const [name, setName] = useState("");
  const navigate = useNavigate();
  const add = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes", {
          headers,
          body: {
            name,
            boxName: `${box.name}, laid for ${name}`.slice(0, 120),
            shape: { kind: "LOOSE", width: box.width, height: box.height, loose: box.pans.map((p) => p.box) },
          },
        }),
      ),
    { onDone: (palette) => navigate(`/palettes/${palette.id}`) },
  );
  return (
    <form
      className="flex flex-wrap gap-2 items-end mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        add.run(undefined);
      }}
    >
      <TextField className="w-56" label="A palette laid so, called" value={name} onChange={setName} />
      <button type="submit" className="btn btn-outline" disabled={add.running || name.trim() === ""}>
        Begin
      </button>
      <ProblemNote problem={add.problem} />
    </form>
  );
}

/** Pans in a box, to scale; sorts are told apart by hatching. */
function Laid({ box }: { box: Schemas["LaidBox"] }) {
  const sorts = [...new Set(box.pans.map((p) => p.sort))];
  return (
    <svg
      viewBox={`-1 -1 ${box.width + 2} ${box.height + 2}`}
      role="img"
      aria-label={`${box.pans.length} pans in ${box.name}`}
      className="w-full max-h-96 max-w-3xl"
    >
      <defs>
        <pattern
          id="second-sort"
          width="3"
          height="3"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="3" height="3" fill="white" />
          <line x1="0" y1="0" x2="0" y2="3" stroke="#999" strokeWidth="0.8" />
        </pattern>
      </defs>
      <rect
        width={box.width}
        height={box.height}
        fill="var(--color-base-300)"
        stroke="var(--color-base-content)"
        strokeWidth={0.7}
      />
      {box.pans.map((p) => (
        <rect
          key={`${p.box.x} ${p.box.y}`}
          x={p.box.x + 0.4}
          y={p.box.y + 0.4}
          width={p.box.width - 0.8}
          height={p.box.height - 0.8}
          fill={sorts.indexOf(p.sort) % 2 ? "url(#second-sort)" : "white"}
          stroke="#444"
          strokeWidth={0.3}
        />
      ))}
    </svg>
  );
}

function makersOf(boxes: Boxes): (readonly [string, string])[] {
  const all = new Map<string, string>();
  for (const s of boxes.sizes) if (s.maker && s.makerName) all.set(String(s.maker), s.makerName);
  return [...all];
}

function Own({ boxes }: { boxes: Boxes }) {
  const [changing, setChanging] = useState<Schemas["BoxView"] | "new" | null>(null);
  const [unit] = useUnit();
  const remove = useAct((box: number, headers) =>
    data(client.DELETE("/api/boxes/{box}", { headers, params: { path: { box } } })),
  );
  return (
    <section>
      <h2 className="font-book text-xl font-medium mb-1">Your boxes</h2>
      {boxes.boxes.length === 0 && <p className="quiet">None measured yet.</p>}
      <ul>
        {boxes.boxes.map((b) => (
          <li key={b.id} className="rule-t py-2">
            <p>{b.name}</p>
            <p className="quiet">
              {b.words}, inside {sized(b.shape.width ?? 0, b.shape.height ?? 0, unit)}
            </p>
            <p className="flex gap-4">
              <button type="button" className="underline py-1" onClick={() => setChanging(b)}>
                Change
              </button>
              <button type="button" className="underline quiet py-1" onClick={() => remove.run(b.id)}>
                Delete
              </button>
            </p>
          </li>
        ))}
      </ul>
      <ProblemNote problem={remove.problem} />
      <button type="button" className="btn btn-outline mt-2" onClick={() => setChanging("new")}>
        Measure a box
      </button>
      {changing && (
        <ChangeBox
          key={changing === "new" ? 0 : changing.id}
          box={changing}
          starts={boxes.starts}
          onClose={() => setChanging(null)}
        />
      )}
    </section>
  );
}

type ChangeProps = { box: Schemas["BoxView"] | "new"; starts: Schemas["StartBox"][]; onClose: () => void };

function ChangeBox({ box, starts, onClose }: ChangeProps) {
  const fresh = box === "new";
  const [name, setName] = useState(fresh ? "" : box.name);
  const [measures, setMeasures] = useState(fresh ? TIN : measuresOf(box.shape));
  const keep = useAct(
    (_: undefined, headers) => {
      const body = {
        name,
        shape: measured(measures),
        note: fresh ? "" : box.note,
        version: fresh ? undefined : box.version,
      };
      return fresh
        ? data(client.POST("/api/boxes", { headers, body }))
        : data(client.PUT("/api/boxes/{box}", { headers, params: { path: { box: box.id } }, body }));
    },
    { onDone: onClose },
  );
  return (
    <ActDialog
      title={fresh ? "Measure a box" : box.name}
      button="Keep"
      act={keep}
      unready={name.trim() === ""}
      onClose={onClose}
    >
      {!fresh && <p className="mb-3">Palettes that lie in it keep the box as it was in their versions.</p>}
      {fresh && (
        <p className="mb-3 flex flex-wrap gap-x-4">
          Begin from
          {starts.map((s) => (
            <button
              key={s.start}
              type="button"
              className="underline"
              onClick={() => {
                setName(name || s.name);
                setMeasures(measuresOf(s.shape));
              }}
            >
              {s.name}
            </button>
          ))}
        </p>
      )}
      <TextField label="Name" value={name} onChange={setName} />
      <BoxMeasure measures={measures} onMeasures={setMeasures} />
    </ActDialog>
  );
}

function Sizes({ boxes }: { boxes: Boxes }) {
  const [adding, setAdding] = useState(false);
  const [unit] = useUnit();
  const forget = useAct((size: number, headers) =>
    data(client.DELETE("/api/pan-sizes/{pan_size}", { headers, params: { path: { pan_size: size } } })),
  );
  return (
    <section>
      <h2 className="font-book text-xl font-medium mb-1">Sizes of pans</h2>
      <ul>
        {boxes.sizes.map((s) => (
          <li key={`${s.size} ${s.form}`} className="rule-t py-1.5 flex justify-between gap-3">
            <span>
              {words(s.form)}, {s.makerName ?? (s.size ? "your usual" : "usual")}
            </span>
            <span>
              {sized(s.width, s.height, unit)}
              {s.size && (
                <button
                  type="button"
                  className="underline quiet ml-3"
                  onClick={() => s.size && forget.run(s.size)}
                >
                  Forget
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      <ProblemNote problem={forget.problem} />
      <button type="button" className="btn btn-outline mt-2" onClick={() => setAdding(true)}>
        A maker’s own size
      </button>
      {adding && <AddSize onClose={() => setAdding(false)} />}
    </section>
  );
}

function AddSize({ onClose }: { onClose: () => void }) {
  const [maker, setMaker] = useState("");
  const [form, setForm] = useState<Form>("HALF_PAN");
  const [width, setWidth] = useState<number | undefined>(16);
  const [height, setHeight] = useState<number | undefined>(19);
  const makers = useQuery({ queryKey: ["makers"], queryFn: () => data(client.GET("/api/makers")) }).data
    ?.makers;
  const keep = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/pan-sizes", {
          headers,
          body: { maker: maker ? Number(maker) : undefined, form, width, height },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title="The size of a pan" button="Keep" act={keep} onClose={onClose}>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="Made by">
          {(id) => (
            <Select
              id={id}
              options={[
                ["", "all without one of their own"] as const,
                ...(makers?.map((m) => [String(m.id), m.name] as const) ?? []),
              ]}
              value={maker}
              onChange={setMaker}
            />
          )}
        </Field>
        <Field label="Pan">
          {(id) => <Select id={id} options={FORMS} value={form} onChange={setForm} />}
        </Field>
        <LengthField label="Across" value={width} onChange={setWidth} />
        <LengthField label="Down" value={height} onChange={setHeight} />
      </div>
    </ActDialog>
  );
}
