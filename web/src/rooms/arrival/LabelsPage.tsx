import { useState } from "react";
import { useSearchParams } from "react-router";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { useLater } from "../../ui/useLater";
import { counted } from "../../ui/words";

/** Sheets of labels as they are sold or cut; all in mm. Sizes of sheets are common practice. */
const SHEETS: Record<string, Record<string, string>> = {
  "strips to cut, 40 × 14": {},
  "65 labels, 38.1 × 21.2": {
    columns: "5",
    rows: "13",
    width: "38.1",
    height: "21.2",
    left: "4.7",
    top: "10.7",
    gapX: "2.5",
    gapY: "0",
    cut: "false",
  },
  "21 labels, 63.5 × 38.1": {
    columns: "3",
    rows: "7",
    width: "63.5",
    height: "38.1",
    left: "7.2",
    top: "15.1",
    gapX: "2.5",
    gapY: "0",
    cut: "false",
  },
};

const LENGTHS = [
  ["columns", "Across", "4"],
  ["rows", "Down", "18"],
  ["width", "Label wide", "40"],
  ["height", "Label high", "14"],
  ["left", "From the left", "25"],
  ["top", "From the top", "20"],
  ["gapX", "Gap across", "0"],
  ["gapY", "Gap down", "0"],
  ["pageWidth", "Page wide", "210"],
  ["pageHeight", "Page high", "297"],
];

/** Labels for pans: looked at here, printed as PDF at 100 %. */
export function LabelsPage() {
  const [params] = useSearchParams();
  const holdings = params.get("holdings") ?? "";
  const count = holdings.split(",").filter(Boolean).length;
  const [sheet, setSheet] = useState(Object.keys(SHEETS)[0]);
  const [own, setOwn] = useState<Record<string, string>>({});
  const [skip, setSkip] = useState("0");
  const [wrong, setWrong] = useState("");
  const wanted = { ...SHEETS[sheet], ...own };
  const query = new URLSearchParams({ holdings, skip: skip || "0", ...wanted }).toString();
  const shown = useLater(query, 400);
  if (count === 0) {
    return (
      <Page title="Labels for pans">
        <p className="py-8 max-w-md">
          Choose pans first: pour a tube, or open Pans and print labels for those there.
        </p>
      </Page>
    );
  }
  async function look() {
    const answer = await fetch(`/api/labels.png?${query}`);
    const problem = await answer.json().catch(() => null);
    setWrong(problem?.detail ?? "These labels cannot be drawn.");
  }
  return (
    <Page
      title="Labels for pans"
      under={`${counted(count, "label")}. Print at 100 %, not “fit to page”.`}
      aside={
        <a href={`/api/labels.pdf?${query}`} target="_blank" rel="noreferrer" className="btn btn-primary">
          Open the PDF
        </a>
      }
    >
      <div className="grid gap-6 lg:grid-cols-[minmax(0,340px)_minmax(0,1fr)]">
        <div className="space-y-3">
          <Field label="Sheet">
            {(id) => (
              <select
                id={id}
                className="select w-full"
                value={sheet}
                onChange={(e) => {
                  setSheet(e.target.value);
                  setOwn({});
                }}
              >
                {Object.keys(SHEETS).map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </select>
            )}
          </Field>
          <div className="grid grid-cols-2 gap-3">
            {LENGTHS.map(([name, label, usual]) => (
              <Field key={name} label={name === "columns" || name === "rows" ? label : `${label}, mm`}>
                {(id) => (
                  <input
                    id={id}
                    className="input w-full"
                    inputMode="decimal"
                    value={wanted[name] ?? usual}
                    onChange={(e) => setOwn({ ...own, [name]: e.target.value.replace(",", ".") })}
                  />
                )}
              </Field>
            ))}
            <Field label="Used already" hint="labels of a begun sheet">
              {(id) => (
                <input
                  id={id}
                  className="input w-full"
                  inputMode="numeric"
                  value={skip}
                  onChange={(e) => setSkip(e.target.value.replace(/\D/g, ""))}
                />
              )}
            </Field>
          </div>
        </div>
        <div>
          {wrong && (
            <p role="alert" className="border border-base-content hatched p-3 mb-3">
              {wrong}
            </p>
          )}
          <img
            key={shown}
            src={`/api/labels.png?${shown}&dpi=150`}
            alt="The first page of labels"
            className="bg-white rule-box w-full max-w-[760px]"
            onLoad={() => setWrong("")}
            onError={look}
          />
        </div>
      </div>
    </Page>
  );
}
