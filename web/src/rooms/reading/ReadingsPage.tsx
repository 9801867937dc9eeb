import { useQuery } from "@tanstack/react-query";
import { type DragEvent, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { client, data, type Schemas, type Word } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import { BenchNav } from "../chart/BenchNav";
import { DeviceField, useDevices } from "./DeviceField";
import { DEVICES, isUnderWay, STAGES, stateInWords, useScans } from "./useScan";

/** Puts scans and photographs of painted sheets in, and shows how far each is. */
export function ReadingsPage() {
  const [params] = useSearchParams();
  const asked = useQuery({ queryKey: ["charts"], queryFn: () => data(client.GET("/api/charts")) });
  const charts = asked.data?.charts;
  const scans = useScans();
  const readings = scans.data?.readings;
  const room = useQuery({
    queryKey: ["room-for-pictures"],
    queryFn: () => data(client.GET("/api/room-for-pictures")),
  }).data;
  const [stage, setStage] = useState<Word<"ScanView", "stage">>("DRY");
  const [chart, setChart] = useState(params.get("chart") ?? "");
  const [takenWith, setTakenWith] = useState("");
  return (
    <Page
      title="Read the paper"
      under="A scan or photograph of a painted chart: every swatch is found, measured and proposed."
      problem={scans.error ?? asked.error}
    >
      <BenchNav />
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] max-w-6xl">
        <div className="space-y-5 min-w-0">
          <PutIn
            stage={stage}
            chart={chart}
            takenWith={takenWith.trim()}
            choices={
              <div className="flex flex-wrap gap-x-6 gap-y-2">
                <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
                  <legend className="label-text">The paint is</legend>
                  {STAGES.map(([value, words]) => (
                    <label key={value} className="flex items-center gap-1.5 py-1">
                      <input
                        type="radio"
                        name="stage"
                        className="radio radio-sm"
                        checked={stage === value}
                        onChange={() => setStage(value)}
                      />
                      {words}
                    </label>
                  ))}
                </fieldset>
                <label>
                  <span className="label-text block">The chart</span>
                  <select
                    className="select select-sm"
                    value={chart}
                    onChange={(e) => setChart(e.target.value)}
                  >
                    <option value="">told by the code on the page</option>
                    {charts?.map((c) => (
                      <option key={c.id} value={c.id}>
                        {c.code} {c.title || c.formInWords}
                      </option>
                    ))}
                  </select>
                </label>
                <DeviceField value={takenWith} onChange={setTakenWith} label="Taken with" />
              </div>
            }
          />
          {room?.nearly && <p role="status">{room.said}</p>}
          <Simulated charts={charts ?? []} first={params.get("chart") ?? undefined} />
          <Devices />
        </div>
        <section className="min-w-0" aria-label="Pictures">
          <h2 className="font-semibold mb-2">Pictures</h2>
          {readings?.length === 0 && (
            <p className="quiet">
              None yet. What you put in is read one after the other; you can leave this page.
            </p>
          )}
          <ul className="space-y-2">
            {readings?.map((r) => (
              <Entry key={r.reading} entry={r} />
            ))}
          </ul>
        </section>
      </div>
    </Page>
  );
}

/** What pictures are taken with, and what is known of each. */
function Devices() {
  const devices = useDevices();
  if (devices.length === 0) return null;
  return (
    <section aria-label="Devices">
      <h2 className="font-semibold mb-1">Devices</h2>
      <ul>
        {devices.map((d) => (
          <li key={d.id} className="rule-b py-1.5">
            <strong>{d.name}</strong>{" "}
            <span className="quiet">
              {counted(d.readings, "picture")}. {d.said}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Entry({ entry: r }: { entry: Schemas["ScanEntry"] }) {
  return (
    <li className="rule-box flex gap-3 p-2">
      <Link to={`/readings/${r.reading}`} className="shrink-0" aria-label={`Open ${r.fileName}`}>
        <img src={`/api/pictures/${r.picture}`} alt="" className="w-16 h-20 object-cover" loading="lazy" />
      </Link>
      <div className="min-w-0 flex-1">
        <Link to={`/readings/${r.reading}`} className="font-semibold underline block truncate">
          {r.code ? (
            <>
              <span className="code">{r.code}</span>
              {r.page > 0 && `, page ${r.page}`}
            </>
          ) : (
            r.fileName
          )}
        </Link>
        <p className={r.state === "PROPOSED" ? "font-semibold" : "quiet"}>
          {stateInWords(r)}
          {r.stage !== "DRY" && `, ${STAGES.find(([s]) => s === r.stage)?.[1]}`}
        </p>
        {isUnderWay(r.state) && (
          <progress
            className="progress w-full"
            value={r.progress}
            max={1}
            aria-label={`${r.fileName} read`}
          />
        )}
        {r.why && <p className="text-sm">{r.why}</p>}
      </div>
    </li>
  );
}

function PutIn({
  stage,
  chart,
  takenWith,
  choices,
}: {
  stage: string;
  chart: string;
  takenWith: string;
  choices: React.ReactNode;
}) {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const add = useAct(
    async (files: File[], headers) => {
      let last: Schemas["Queued"] | null = null;
      for (const [i, picture] of files.entries()) {
        const body = new FormData();
        body.append("picture", picture);
        if (chart) body.append("chart", chart);
        body.append("stage", stage);
        if (takenWith) body.append("takenWith", takenWith);
        last = await data(
          client.POST("/api/readings", {
            headers: { "Idempotency-Key": `${headers["Idempotency-Key"]}-${i}` },
            // Several pages of one sitting go one by one, so that a bad one does not hold the others up.
            body: body as unknown as { picture: string },
            bodySerializer: (b) => b as unknown as FormData,
          }),
        );
      }
      return { last, many: files.length };
    },
    {
      undoable: false,
      onDone: ({ last, many }) => {
        if (last && many === 1) navigate(`/readings/${last.reading}`);
      },
    },
  );
  const put = (list: FileList | null) => {
    if (list?.length) add.run([...list]);
  };
  const dropped = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    put(e.dataTransfer.files);
  };
  return (
    <section aria-label="Put pictures in">
      {choices}
      <button
        type="button"
        className={`mt-3 w-full border-2 border-dashed border-base-content px-4 py-10 text-center ${over ? "hatched" : ""}`}
        onClick={() => input.current?.click()}
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={dropped}
      >
        <span className="block text-lg">
          {add.running ? "Sending …" : "Drop pictures here, or choose them"}
        </span>
        <span className="quiet block">
          PNG, JPEG, TIFF, WebP or PDF, any way up, one page a picture. Scan at 200 to 300 dpi, or photograph
          the whole page in even light.
        </span>
      </button>
      <input
        ref={input}
        type="file"
        multiple
        accept="image/png,image/jpeg,image/tiff,image/webp,image/bmp,image/gif,application/pdf"
        className="sr-only"
        aria-label="Pictures of sheets"
        tabIndex={-1}
        onChange={(e) => {
          put(e.target.files);
          e.target.value = "";
        }}
      />
      <ProblemNote problem={add.problem} />
      <WaitingNote waiting={add.waiting} />
    </section>
  );
}

/** For trying it without a scanner: a made-up hand paints the chart, a made-up device looks at it. */
function Simulated({ charts, first }: { charts: Schemas["ChartEntry"][]; first?: string }) {
  const navigate = useNavigate();
  const [chosen, setChosen] = useState(first ?? "");
  const [device, setDevice] = useState<Word<"Simulated", "device">>("SCANNER");
  const [stage, setStage] = useState<Word<"ScanView", "stage">>("DRY");
  const [slip, setSlip] = useState(false);
  const chart = Number(chosen || charts[0]?.id);
  const look = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/charts/{chart}/standin", {
          params: { path: { chart } },
          headers,
          body: { device, stage, swapped: slip ? [0, 1] : undefined },
        }),
      ),
    { undoable: false, onDone: (q) => navigate(`/readings/${q.reading}`) },
  );
  if (charts.length === 0) return null;
  return (
    <details className="rule-box p-3" open={!!first}>
      <summary className="cursor-pointer font-semibold">No scanner at hand? Let a simulated one look</summary>
      <p className="quiet my-2">
        The chart is painted by a simulated hand from what its pigments do to light, and seen by a simulated
        device. The picture goes the same way as yours would.
      </p>
      <div className="grid gap-2 sm:grid-cols-2">
        <label>
          <span className="label-text block">Chart</span>
          <select
            className="select w-full text-base"
            value={chart || ""}
            onChange={(e) => setChosen(e.target.value)}
          >
            {charts.map((c) => (
              <option key={c.id} value={c.id}>
                {c.code} {c.title || c.formInWords}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-text block">Device</span>
          <Select className="select w-full text-base" value={device} options={DEVICES} onChange={setDevice} />
        </label>
        <label>
          <span className="label-text block">The paint is</span>
          <Select className="select w-full text-base" value={stage} options={STAGES} onChange={setStage} />
        </label>
      </div>
      <label className="flex items-center gap-2 mt-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={slip}
          onChange={(e) => setSlip(e.target.checked)}
        />
        the hand mixes up the first two cells
      </label>
      <button
        type="button"
        className="btn btn-outline mt-3"
        disabled={look.running || !chart}
        onClick={() => look.run(undefined)}
      >
        {look.running ? "Painting and looking …" : "Paint it and look at it"}
      </button>
      <ProblemNote problem={look.problem} />
    </details>
  );
}
