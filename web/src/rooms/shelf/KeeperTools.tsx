import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Problem, type Schemas, type Word } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { Field, NumberField, TextField } from "../../ui/Field";
import { LengthField, UnitChoice } from "../../ui/length";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { useSchools } from "../../ui/useSchools";

type Props = { keeper: Schemas["KeeperEntry"]; places: Schemas["PlaceView"][] };

/** What is done with a keeper as a whole. */
export function KeeperTools({ keeper: k, places }: Props) {
  const [open, setOpen] = useState<"order" | "number" | "merge" | "split" | "page" | "size" | null>(null);
  const close = () => setOpen(null);
  const paged = k.pages > 0;
  const walk = useAct((_: undefined, headers) =>
    data(client.POST("/api/keepers/{keeper}/walk", { params: { path: { keeper: k.id } }, headers })),
  );
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1 mb-4">
      {!paged && k.filled > 1 && <Tool words="Put in order" onClick={() => setOpen("order")} />}
      {!paged && k.filled > 1 && <Tool words="Renumber" onClick={() => setOpen("number")} />}
      {k.filled > 0 && !k.walkAt && <Tool words="Look through it" onClick={() => walk.run(undefined)} />}
      {k.filled > 0 && (
        <a className="underline" href={`/api/keepers/${k.id}/contents.pdf`} target="_blank" rel="noreferrer">
          Print its contents
        </a>
      )}
      <Tool words="Merge another into it" onClick={() => setOpen("merge")} />
      {k.filled > 1 && <Tool words="Divide it" onClick={() => setOpen("split")} />}
      {paged && k.filled > 0 && <Tool words="Move a page" onClick={() => setOpen("page")} />}
      <Tool words="Name and size" onClick={() => setOpen("size")} />
      <ProblemNote problem={walk.problem} />
      {open === "order" && <OrderDialog keeper={k} onClose={close} />}
      {open === "number" && <NumberDialog keeper={k} onClose={close} />}
      {open === "merge" && <MergeDialog keeper={k} onClose={close} />}
      {open === "split" && <SplitDialog keeper={k} places={places} onClose={close} />}
      {open === "page" && <PageDialog keeper={k} onClose={close} />}
      {open === "size" && <SizeDialog keeper={k} onClose={close} />}
    </div>
  );
}

function Tool({ words, onClick }: { words: string; onClick: () => void }) {
  return (
    <button type="button" className="underline" onClick={onClick}>
      {words}
    </button>
  );
}

type DialogProps = { keeper: Schemas["KeeperEntry"]; onClose: () => void };

function OrderDialog({ keeper: k, onClose }: DialogProps) {
  const navigate = useNavigate();
  const schools = useSchools();
  const [school, setSchool] = useState((k.school || "SEVEN_GROUPS") as Word<"NewOrder", "school">);
  const begin = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/keepers/{keeper}/refiling", {
          params: { path: { keeper: k.id } },
          headers,
          body: { school },
        }),
      ),
    { onDone: () => navigate(`/shelf/${k.id}/order`) },
  );
  return (
    <ActDialog title={`Put ${k.code} in order`} button="Begin" act={begin} onClose={onClose}>
      <p className="mb-3">
        Molvet finds the order with the fewest cards moved, and tells you card by card. You can stop and go on
        another day.
      </p>
      <Field label="Order">
        {(id) => (
          <Select
            id={id}
            value={school}
            options={schools.filter((s) => s[0] !== "BY_HAND")}
            onChange={setSchool}
          />
        )}
      </Field>
    </ActDialog>
  );
}

function NumberDialog({ keeper: k, onClose }: DialogProps) {
  const [gap, setGap] = useState("0");
  const space = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/keepers/{keeper}/spacing", {
          params: { path: { keeper: k.id } },
          headers,
          body: { gap: Number(gap || 0) },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title={`Renumber ${k.code}`} button="Renumber" act={space} onClose={onClose}>
      <NumberField
        label="Places left free behind each card"
        hint="none closes every gap; the order stays"
        value={gap}
        onChange={setGap}
      />
    </ActDialog>
  );
}

function MergeDialog({ keeper: k, onClose }: DialogProps) {
  const all = useQuery({ queryKey: ["keepers"], queryFn: () => data(client.GET("/api/keepers")) }).data;
  const others = all?.keepers.filter((x) => x.kind === k.kind && x.id !== k.id) ?? [];
  const [from, setFrom] = useState("");
  const merge = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/keepers/{keeper}/merge", {
          params: { path: { keeper: k.id } },
          headers,
          body: { from: Number(from) },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title={`Merge into ${k.code}`} button="Merge" act={merge} unready={!from} onClose={onClose}>
      {others.length === 0 ? (
        <p>There is no other of its kind on the shelf.</p>
      ) : (
        <Field label="All that is in" hint="goes behind what is here; the emptied one leaves the shelf">
          {(id) => (
            <Select
              id={id}
              value={from}
              options={[
                ["", "choose"],
                ...others.map((x) => [String(x.id), `${x.code} ${x.name}, ${x.filled} filled`] as const),
              ]}
              onChange={setFrom}
            />
          )}
        </Field>
      )}
    </ActDialog>
  );
}

function SplitDialog({ keeper: k, places, onClose }: DialogProps & { places: Schemas["PlaceView"][] }) {
  const navigate = useNavigate();
  const [at, setAt] = useState("");
  const filled = places.filter((p) => p.paint);
  const split = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/keepers/{keeper}/split", {
          params: { path: { keeper: k.id } },
          headers,
          body: { place: at },
        }),
      ),
    { onDone: (fresh) => navigate(`/shelf/${fresh.id}`) },
  );
  return (
    <ActDialog title={`Divide ${k.code}`} button="Divide" act={split} unready={!at} onClose={onClose}>
      <Field
        label="From"
        hint={k.pages > 0 ? "whole pages go" : "this card and all behind it go into a new one"}
      >
        {(id) => (
          <Select
            id={id}
            value={at}
            options={[
              ["", "choose"],
              ...filled.slice(1).map((p) => [p.place, `${p.place} ${p.paint?.name}`] as const),
            ]}
            onChange={setAt}
          />
        )}
      </Field>
    </ActDialog>
  );
}

function PageDialog({ keeper: k, onClose }: DialogProps) {
  const [page, setPage] = useState("");
  const [to, setTo] = useState("");
  const move = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/keepers/{keeper}/pages", {
          params: { path: { keeper: k.id } },
          headers,
          body: { page: Number(page), to: Number(to) },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog
      title={`Move a page of ${k.code}`}
      button="Move it"
      act={move}
      unready={!page || !to}
      onClose={onClose}
    >
      <div className="grid grid-cols-2 gap-3">
        <NumberField label="Page" value={page} onChange={setPage} />
        <NumberField label="becomes page" value={to} onChange={setTo} />
      </div>
      <p className="quiet mt-2">Those between move on by one.</p>
    </ActDialog>
  );
}

function SizeDialog({ keeper: k, onClose }: DialogProps) {
  const [name, setName] = useState(k.name);
  const [pages, setPages] = useState(String(k.pages));
  const [cells, setCells] = useState(String(k.cells));
  const [width, setWidth] = useState(k.pocketWidth || undefined);
  const [height, setHeight] = useState(k.pocketHeight || undefined);
  const save = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/keepers/{keeper}", {
          params: { path: { keeper: k.id } },
          headers,
          body: {
            kind: k.kind,
            name,
            pages: k.pages > 0 ? Number(pages) : undefined,
            cells: Number(cells),
            pocketWidth: width ?? 0,
            pocketHeight: height ?? 0,
            version: k.version,
          },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title={`Name and size of ${k.code}`} button="Keep" act={save} onClose={onClose}>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Name" className="col-span-2" value={name} onChange={setName} />
        {k.pages > 0 && <NumberField label="Pages" value={pages} onChange={setPages} />}
        <NumberField label={k.pages > 0 ? "Places on a page" : "Places"} value={cells} onChange={setCells} />
        <LengthField
          label="Pocket or card wide"
          value={width}
          onChange={setWidth}
          placeholder="not measured"
        />
        <LengthField label="high" value={height} onChange={setHeight} placeholder="not measured" />
        <div className="col-span-2">
          <UnitChoice />
          <p className="quiet text-sm mt-1">Measured, a swatch too large for it is said so.</p>
        </div>
      </div>
    </ActDialog>
  );
}

/** A ring that is being re-filed says so on its page. */
export function UnderRefiling({ keeper }: { keeper: number }) {
  const r = useRefiling(keeper).data;
  if (!r?.under) return null;
  return (
    <p className="border border-base-content p-3 mb-4 bg-base-100 flex flex-wrap gap-3 justify-between">
      <span>
        It is being put in order: {r.said}. {r.done} moved, {r.steps.length} to go.
      </span>
      <Link to={`/shelf/${keeper}/order`} className="underline font-semibold">
        Go on
      </Link>
    </p>
  );
}

export function useRefiling(keeper: number) {
  return useQuery({
    queryKey: ["refiling", keeper],
    queryFn: () => data(client.GET("/api/keepers/{keeper}/refiling", { params: { path: { keeper } } })),
  });
}

const NO_CARD = "No card of that number or name.";

/** The walk through a keeper that is under way. */
export function Walk({ keeper: k, places }: Props) {
  const filled = places.filter((p) => p.paint);
  const missing = filled.filter((p) => !p.seen);
  const end = useAct((markLost: boolean, headers) =>
    data(
      client.POST("/api/keepers/{keeper}/walk/end", {
        params: { path: { keeper: k.id } },
        headers,
        body: { markLost },
      }),
    ),
  );
  const stray = useAct(
    async (code: string, headers) => {
      const found = await data(client.GET("/api/paints", { params: { query: { find: code, limit: 1 } } }));
      // Of several the first would be noted as seen here, which nobody said.
      if (found.total > 1) return `${found.total} paints answer to that: type its number.`;
      const paint = found.paints[0];
      if (!paint) return NO_CARD;
      const page = await data(client.GET("/api/paints/{paint}", { params: { path: { paint: paint.id } } }));
      const swatch = page.swatches.find((s) => s.state !== "REDONE");
      if (!swatch) return NO_CARD;
      await data(
        client.POST("/api/keepers/{keeper}/walk/seen", {
          params: { path: { keeper: k.id } },
          headers,
          body: { swatch: swatch.id, there: true },
        }),
      );
      return `${paint.name} noted: seen in ${k.code}.`;
    },
    { undoable: false },
  );
  const [code, setCode] = useState("");
  if (!k.walkAt) return null;
  return (
    <section aria-label="Looking through" className="border border-base-content p-3 mb-4 bg-base-100">
      <h2 className="font-semibold">
        Looking through {k.code}: {filled.length - missing.length} of {filled.length} there
      </h2>
      <p className="quiet">Tick off each as you turn it. What is left over is missing.</p>
      <form
        className="flex flex-wrap gap-3 items-end mt-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (code.trim()) stray.run(code.trim());
          setCode("");
        }}
      >
        <Field label="A card that is not from here" className="w-56">
          {(id) => (
            <input
              id={id}
              className="input w-full"
              placeholder="M-0137, or its name"
              value={code}
              onChange={(e) => setCode(e.target.value)}
            />
          )}
        </Field>
        <button type="submit" className="btn btn-outline">
          Note it
        </button>
      </form>
      {stray.result !== undefined && !stray.running && (
        <p role="status" className="mt-1">
          {stray.result}
        </p>
      )}
      <ProblemNote problem={end.problem ?? (stray.problem as Problem | null)} />
      <div className="flex flex-wrap gap-3 mt-3">
        <button type="button" className="btn btn-primary" onClick={() => end.run(false)}>
          Done
        </button>
        {missing.length > 0 && (
          <button type="button" className="btn btn-outline" onClick={() => end.run(true)}>
            Done, mark the {missing.length} missing lost
          </button>
        )}
      </div>
    </section>
  );
}
