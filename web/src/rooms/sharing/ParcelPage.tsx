import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { asForm } from "../../api/form";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";

const BECOMES = { NEW: "new", HAVE: "have", WISHED: "wished for" } as const;

/** What a friend sends: seen beside one’s own, then made the draft of a gift or a swap. */
export function ParcelPage() {
  const chooser = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const [file, setFile] = useState<File | null>(null);
  const seen = useQuery({
    queryKey: ["parcel", file?.name, file?.size, file?.lastModified],
    enabled: file !== null,
    retry: false,
    queryFn: () => data(client.POST("/api/parcel/preview", asForm("file", file as File))),
  });
  const take = useAct(
    (kind: "GIFT" | "SWAP", headers) =>
      data(
        client.POST("/api/parcel", { headers, params: { query: { kind } }, ...asForm("file", file as File) }),
      ),
    { onDone: (made) => navigate(`/arrivals/${made.arrival}`), undoable: false },
  );
  const parcel = seen.isError ? undefined : seen.data;
  return (
    <Page
      title={parcel?.title ?? "A friend’s parcel"}
      under="What your friend packed for you, beside what you have. Nothing is catalogued before you log the draft."
      aside={
        parcel && (
          <>
            <button
              type="button"
              className="btn btn-outline"
              disabled={take.running}
              onClick={() => take.run("SWAP")}
            >
              Draft of a swap
            </button>
            <button
              type="button"
              className="btn btn-primary"
              disabled={take.running}
              onClick={() => take.run("GIFT")}
            >
              Draft of a gift
            </button>
          </>
        )
      }
    >
      <input
        ref={chooser}
        type="file"
        accept=".json"
        className="sr-only"
        aria-label="The parcel’s file"
        onChange={(e) => setFile(e.target.files?.[0] ?? null)}
      />
      <p className="flex flex-wrap gap-3 items-center mb-3">
        <button type="button" className="btn btn-outline" onClick={() => chooser.current?.click()}>
          {file ? "Choose another file" : "Choose a file"}
        </button>
        <span className="quiet">{file ? file.name : "molvet-parcel.json"}</span>
      </p>
      <ProblemNote problem={(seen.error as Problem | null) ?? take.problem} />
      {parcel && (
        <>
          <p className="font-book text-2xl mb-2">
            {counted(parcel.paints.length, "paint")},{" "}
            {parcel.paints.filter((p) => p.becomes === "NEW").length} new,{" "}
            {parcel.paints.filter((p) => p.becomes === "WISHED").length} wished for
          </p>
          <ul className="max-w-3xl">
            {parcel.paints.map((p, i) => (
              <li
                // biome-ignore lint/suspicious/noArrayIndexKey: the same paint may lie in it twice
                key={i}
                className="rule-b py-2 grid grid-cols-[8rem_minmax(0,1fr)_auto] gap-3 items-center"
              >
                <Strip strip={p.strip} seed={i} label={p.name} className="h-9 w-full" />
                <span className="min-w-0">
                  <span className="paint-name text-lg block leading-tight">{p.name}</span>
                  <span className="quiet">
                    {p.maker} <span className="code">{p.pigments}</span>
                  </span>
                </span>
                <span className={p.becomes === "HAVE" ? "quiet" : "font-semibold"}>{BECOMES[p.becomes]}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </Page>
  );
}
