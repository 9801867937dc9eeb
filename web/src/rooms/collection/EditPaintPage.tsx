import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { client, data, Problem, type Schemas } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { Page } from "../../ui/Page";
import { useAct } from "../../ui/useAct";
import { BLANK, PaintForm, paintOf, type Typed } from "./PaintForm";
import { usePaint } from "./usePaints";

export function EditPaintPage() {
  const id = Number(useParams().paint);
  const paint = usePaint(id).data;
  return paint ? <Editor key={id} paint={paint} /> : <Page title="…">{null}</Page>;
}

function typedOf(p: Schemas["PaintPage"]): Typed {
  return {
    ...BLANK,
    name: p.name,
    otherNames: p.otherNames,
    maker: p.maker ?? "",
    line: p.line ?? "",
    pigments: p.pigments,
    series: p.series ? String(p.series) : "",
    note: p.note,
    wished: p.wished,
    lightfastness: p.claims.lightfastness.asWritten,
    transparency: p.claims.transparency.asWritten,
    staining: p.claims.staining.asWritten,
    granulation: p.claims.granulation.asWritten,
  };
}

function Editor({ paint }: { paint: Schemas["PaintPage"] }) {
  const navigate = useNavigate();
  const [opened] = useState(paint);
  const [mine, setMine] = useState<Typed | null>(null);
  const draft = `molvet:paint-${opened.id}`;
  const save = useAct(
    ({ typed, version }: { typed: Typed; version: number }, headers) => {
      const own = typed.maker === (opened.maker ?? "") && typed.line === (opened.line ?? "");
      return data(
        client.PUT("/api/paints/{paint}", {
          headers,
          params: { path: { paint: opened.id } },
          body: {
            ...paintOf(typed),
            version,
            colour: own ? opened.colour : undefined,
            edition: own ? opened.edition : undefined,
          },
        }),
      );
    },
    {
      onDone: () => {
        sessionStorage.removeItem(draft);
        navigate(`/paints/${opened.id}`);
      },
    },
  );
  const conflict =
    save.problem instanceof Problem &&
    save.problem.kind === "changed-meanwhile" &&
    save.problem.document.current
      ? (save.problem.document.current as Schemas["PaintPage"])
      : null;

  return (
    <Page
      title={`Edit ${opened.name}`}
      under={<span className="code">{opened.accession}</span>}
      aside={
        <button
          type="button"
          className="btn btn-outline"
          onClick={() => {
            sessionStorage.removeItem(draft);
            navigate(`/paints/${opened.id}`);
          }}
        >
          Leave unchanged
        </button>
      }
    >
      <PaintForm
        start={typedOf(opened)}
        draft={draft}
        paint={opened.id}
        problem={conflict ? null : save.problem}
        waiting={save.waiting}
        running={save.running}
        save="Save"
        onSave={(typed) => {
          setMine(typed);
          save.run({ typed, version: opened.version });
        }}
      />
      {conflict && mine && (
        <Conflict
          mine={mine}
          theirs={typedOf(conflict)}
          onClose={save.reset}
          onChoose={(typed) => save.run({ typed, version: conflict.version })}
        />
      )}
    </Page>
  );
}

const FIELDS: [keyof Typed, string][] = [
  ["name", "Name"],
  ["otherNames", "Other names"],
  ["maker", "Maker"],
  ["line", "Line"],
  ["pigments", "Pigments"],
  ["series", "Series"],
  ["lightfastness", "Lightfastness"],
  ["transparency", "Transparency"],
  ["staining", "Staining"],
  ["granulation", "Granulation"],
  ["note", "Note"],
];

/** Another window saved first: both wordings side by side, and for each the collector chooses. */
function Conflict({
  mine,
  theirs,
  onChoose,
  onClose,
}: {
  mine: Typed;
  theirs: Typed;
  onChoose: (t: Typed) => void;
  onClose: () => void;
}) {
  const apart = FIELDS.filter(([f]) => mine[f] !== theirs[f]);
  const [chosen, setChosen] = useState<Typed>(mine);
  return (
    <Dialog open wide title="Saved in another window meanwhile" onClose={onClose}>
      <p className="mb-3">Nothing was overwritten. Choose for each which words stay.</p>
      <table className="w-full">
        <thead>
          <tr className="text-left quiet">
            <th className="font-normal pr-3">Field</th>
            <th className="font-normal pr-3">Yours, here</th>
            <th className="font-normal">Saved meanwhile</th>
          </tr>
        </thead>
        <tbody>
          {apart.map(([field, label]) => (
            <tr key={field} className="rule-t align-top">
              <th className="font-semibold text-left py-2 pr-3">{label}</th>
              {([mine, theirs] as const).map((side, i) => (
                <td key={i === 0 ? "mine" : "theirs"} className="py-2 pr-3">
                  <label className="flex gap-2">
                    <input
                      type="radio"
                      name={field}
                      className="radio radio-sm mt-0.5"
                      checked={chosen[field] === side[field]}
                      onChange={() => setChosen({ ...chosen, [field]: side[field] })}
                    />
                    <span>{String(side[field]) || "—"}</span>
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex gap-3 mt-4">
        <button type="button" className="btn btn-primary" onClick={() => onChoose(chosen)}>
          Save these words
        </button>
        <button type="button" className="btn btn-outline" onClick={onClose}>
          Back to the form
        </button>
      </div>
    </Dialog>
  );
}
