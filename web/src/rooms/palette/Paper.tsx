import { useState } from "react";
import { Link } from "react-router";
import { client, data } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import type { Palette } from "./usePalette";

/** What is printed of a palette: the card for its lid, a large chart, labels for its pans. */
export function Paper({ palette, onClose }: { palette: Palette; onClose: () => void }) {
  const [film, setFilm] = useState(false);
  const [marks, setMarks] = useState(true);
  const [line, setLine] = useState(false);
  const card = useAct((size: "LID" | "LARGE", headers) =>
    data(
      client.POST("/api/palettes/{palette}/card", {
        headers,
        params: { path: { palette: palette.id } },
        body: { size, film, marks, opacityLine: line },
      }),
    ),
  );
  const chart = card.result?.chart;
  const { width, height } = palette.shape;
  return (
    <Dialog open title="On paper" onClose={onClose} wide={chart !== undefined}>
      {chart === undefined ? (
        <>
          <p>
            A card has every swatch where its well is. For the lid it is as large as the box, {width} ×{" "}
            {height} mm, with a line to cut along.
          </p>
          <div className="grid gap-1 my-3">
            <Tick
              words="Marks outside the cut line, so that a scan of it is read and filed by itself"
              on={marks}
              set={setMarks}
            />
            <Tick words="A gap for a protecting film" on={film} set={setFilm} />
            <Tick words="A black line across each swatch, to see what covers" on={line} set={setLine} />
          </div>
          <ProblemNote problem={card.problem} />
          <WaitingNote waiting={card.waiting} />
          <div className="flex flex-wrap gap-3">
            <button
              type="button"
              className="btn btn-primary"
              disabled={card.running}
              onClick={() => card.run("LID")}
            >
              Card for the lid
            </button>
            <button
              type="button"
              className="btn btn-outline"
              disabled={card.running}
              onClick={() => card.run("LARGE")}
            >
              Large chart
            </button>
          </div>
          <h3 className="font-semibold mt-5">Labels for the pans, as they lie</h3>
          <p className="flex gap-4">
            <a
              className="underline py-1"
              href={`/api/palettes/${palette.id}/labels.pdf?side=TOP`}
              target="_blank"
              rel="noreferrer"
            >
              for tops of 16 × 19 mm
            </a>
            <a
              className="underline py-1"
              href={`/api/palettes/${palette.id}/labels.pdf?side=SIDE`}
              target="_blank"
              rel="noreferrer"
            >
              for sides
            </a>
          </p>
          <h3 className="font-semibold mt-5">A picture of it, as it lies</h3>
          <p className="flex gap-4">
            {["png?pixels=4000", "svg"].map((kind) => (
              <a
                key={kind}
                className="underline py-1"
                href={`/api/palettes/${palette.id}.${kind}`}
                target="_blank"
                rel="noreferrer"
              >
                {kind === "svg" ? "lines to any size (SVG)" : "4,000 pixels (PNG)"}
              </a>
            ))}
          </p>
          <button type="button" className="btn btn-outline mt-4" onClick={onClose}>
            Close
          </button>
        </>
      ) : (
        <>
          <img
            src={`/api/charts/${chart}.png?page=1&dpi=110`}
            alt="The printed page"
            className="max-h-[60vh] mx-auto border border-[var(--field)]"
          />
          <div className="flex flex-wrap gap-3 mt-4">
            <a className="btn btn-primary" href={`/api/charts/${chart}.pdf`} target="_blank" rel="noreferrer">
              Print (PDF)
            </a>
            <Link className="btn btn-outline" to={`/bench/${chart}`}>
              Paint it out on the bench
            </Link>
            <button type="button" className="btn btn-outline" onClick={() => card.reset()}>
              Back
            </button>
            <button type="button" className="btn btn-outline" onClick={onClose}>
              Close
            </button>
          </div>
        </>
      )}
    </Dialog>
  );
}

function Tick({ words, on, set }: { words: string; on: boolean; set: (on: boolean) => void }) {
  return (
    <label className="flex gap-2 items-center py-1">
      <input type="checkbox" className="checkbox" checked={on} onChange={(e) => set(e.target.checked)} />
      {words}
    </label>
  );
}
