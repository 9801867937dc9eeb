import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data, type Word } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Ribbon } from "../../ui/Ribbon";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted, words } from "../../ui/words";

const KINDS = [
  ["RING", "ring of cards", "", "100"],
  ["BINDER", "binder", "30", "8"],
  ["SKETCHBOOK", "sketchbook", "80", "1"],
  ["LID", "palette lid", "", "24"],
  ["BOX", "box", "", "200"],
  ["WALL", "wall", "", "100"],
] as const;

export function ShelfPage() {
  const asked = useQuery({ queryKey: ["keepers"], queryFn: () => data(client.GET("/api/keepers")) });
  const keepers = asked.data?.keepers;
  const moved = useQuery({ queryKey: ["lettering"], queryFn: () => data(client.GET("/api/shelf/lettering")) })
    .data?.cards.length;
  const [making, setMaking] = useState(false);
  return (
    <Page
      title="Shelf"
      under="What holds your swatches. Each begins with its letter and number, as you write it on the paper."
      problem={asked.error}
      aside={
        <>
          {!!moved && (
            <Link to="/lettering" className="btn btn-outline">
              {counted(moved, "card")} to letter anew
            </Link>
          )}
          <Link to="/backlog" className="btn btn-outline">
            Backlog
          </Link>
          <button type="button" className="btn btn-primary" onClick={() => setMaking(true)}>
            Add a keeper
          </button>
        </>
      }
    >
      {keepers?.length === 0 && (
        <p className="py-8 max-w-md">
          The shelf is empty. Add the ring, binder or sketchbook your swatches are in; then a swatch can be
          given its place, such as R1·1.
        </p>
      )}
      <ul className="max-w-3xl">
        {keepers?.map((k) => (
          <li key={k.id}>
            <Link
              to={`/shelf/${k.id}`}
              className="rule-b py-3 px-2 grid grid-cols-[3.5rem_minmax(0,1fr)_auto] gap-3 items-center hover:bg-base-100"
            >
              <span className="code text-[1.1em] font-bold">{k.code}</span>
              <span className="min-w-0">
                <span className="paint-name text-lg block leading-tight">{k.name || words(k.kind)}</span>
                <span className="quiet">
                  {words(k.kind)}
                  {k.pages > 0 && `, ${counted(k.pages, "page")}`}
                </span>
                <Ribbon sort="keeper" of={k.id} className="mt-1" />
              </span>
              <span className="text-right">
                <span className="code">
                  {k.filled} of {k.capacity}
                </span>
                <progress
                  className="progress w-28 block mt-1"
                  aria-label={`${k.code} filled`}
                  value={k.filled}
                  max={k.capacity}
                />
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {making && <NewKeeper onClose={() => setMaking(false)} />}
    </Page>
  );
}

function NewKeeper({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [kind, setKind] = useState<Word<"NewKeeper", "kind">>("RING");
  const [number, setNumber] = useState("");
  const [name, setName] = useState("");
  const [pages, setPages] = useState("");
  const [cells, setCells] = useState("");
  const usual = KINDS.find((k) => k[0] === kind) ?? KINDS[0];
  const add = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/keepers", {
          headers,
          body: {
            kind,
            name,
            number: number ? Number(number) : undefined,
            pages: usual[2] ? Number(pages || usual[2]) : undefined,
            cells: Number(cells || usual[3]),
          },
        }),
      ),
    { onDone: (page) => navigate(`/shelf/${page.keeper.id}`) },
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    add.run(undefined);
  }
  const box = (label: string, value: string, set: (v: string) => void, placeholder = "") => (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          className="input w-full"
          placeholder={placeholder}
          value={value}
          onChange={(e) => set(e.target.value)}
        />
      )}
    </Field>
  );
  return (
    <Dialog open title="Add a keeper" onClose={onClose}>
      <form onSubmit={submit} className="grid grid-cols-2 gap-3">
        <Field label="Kind">
          {(id) => <Select id={id} value={kind} options={KINDS} onChange={setKind} />}
        </Field>
        {box("Number", number, setNumber, "the next free one")}
        <div className="col-span-2">{box("Name, if it has one", name, setName)}</div>
        {usual[2] && box("Pages", pages, setPages, usual[2])}
        {box(usual[2] ? "Places on a page" : "Places", cells, setCells, usual[3])}
        <div className="col-span-2">
          <ProblemNote problem={add.problem} />
          <WaitingNote waiting={add.waiting} />
          <button type="submit" className="btn btn-primary" disabled={add.running}>
            Add it
          </button>
        </div>
      </form>
    </Dialog>
  );
}
