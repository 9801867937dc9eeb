import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { Ribbon } from "../../ui/Ribbon";
import { useLater } from "../../ui/useLater";
import { words } from "../../ui/words";
import { Notes } from "../collection/Notes";

export function PigmentsPage() {
  const asked = useQuery({
    queryKey: ["pigments"],
    queryFn: () => data(client.GET("/api/pigments")),
    staleTime: 60_000,
  });
  const all = asked.data;
  const [filter, setFilter] = useState("");
  const low = filter.trim().toLowerCase();
  const shown = all?.pigments.filter((p) =>
    [p.code, p.chemicalName, p.family, p.hue, p.colourIndex ?? "", ...p.names].some((t) =>
      t.toLowerCase().includes(low),
    ),
  );
  return (
    <Page
      title="Pigments"
      under={all && `${all.pigments.length} in the reference. ${all.source}`}
      problem={asked.error}
    >
      <Reader />
      <Field label="Look for" className="max-w-xs mb-3">
        {(id) => (
          <input
            id={id}
            className="input w-full"
            placeholder="PBr7, cobalt, green, 77492"
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
          />
        )}
      </Field>
      <div className="overflow-x-auto relative">
        <table className="w-full min-w-[720px]">
          <thead>
            <tr className="text-left quiet border-b border-base-content">
              {[
                "Code",
                "Chemical name",
                "Hue",
                "Lightfast",
                "Transparency",
                "Staining",
                "Granulation",
                "Yours",
              ].map((h) => (
                <th key={h} className="font-normal py-1 pr-3">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown?.map((p) => (
              <Row key={p.code} pigment={p} />
            ))}
          </tbody>
        </table>
      </div>
    </Page>
  );
}

function Row({ pigment: p }: { pigment: Schemas["Entry"] }) {
  return (
    <tr className="rule-b">
      <td className="py-1 pr-3">
        <Link to={`/pigments/${p.code}`} className="code underline font-bold">
          {p.code}
        </Link>
      </td>
      <td className="pr-3">
        {p.chemicalName}
        {p.outOfProduction && <span className="quiet"> · out of production</span>}
      </td>
      <td className="pr-3">{p.hue}</td>
      <td className="pr-3">{words(p.lightfastness)}</td>
      <td className="pr-3">{words(p.transparency)}</td>
      <td className="pr-3">{words(p.staining)}</td>
      <td className="pr-3">{words(p.granulation)}</td>
      <td className="code whitespace-nowrap">
        <span className="inline-flex gap-2 items-center">
          {p.paints || ""}
          <Ribbon sort="pigment" of={p.code} className="w-24" />
        </span>
      </td>
    </tr>
  );
}

/** Any label, read on the spot. */
function Reader() {
  const [text, setText] = useState("");
  const asked = useLater(text);
  const read = useQuery({
    queryKey: ["label", asked, ""],
    enabled: asked.trim() !== "",
    placeholderData: (before) => before,
    queryFn: () => data(client.POST("/api/pigments/read", { body: { text: asked, name: "" } })),
  }).data;
  return (
    <section className="mb-6 max-w-2xl">
      <Field label="Read a label">
        {(id) => (
          <input
            id={id}
            className="input w-full"
            spellCheck={false}
            autoComplete="off"
            placeholder="PB 15 colon 3, pv19 & PBR7"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        )}
      </Field>
      {read && asked.trim() && (
        <div aria-live="polite" className="mt-2 space-y-2">
          <ul className="space-y-0.5">
            {read.recipe.map((r) => (
              <li key={r.code}>
                <span className="code font-bold">{r.code}</span> {r.chemicalName ?? "not in the reference"}
                {r.colourIndex && <span className="quiet"> · CI {r.colourIndex}</span>}
              </li>
            ))}
          </ul>
          <Notes notes={read.notes} unread={read.unread} />
        </div>
      )}
    </section>
  );
}
