import { useRef, useState } from "react";
import { client, data, type Schemas, type Word } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { CopyButton } from "../../ui/CopyButton";
import { Dialog } from "../../ui/Dialog";
import { dayInWords } from "../../ui/dates";
import { Field } from "../../ui/Field";
import { useAct } from "../../ui/useAct";

type What = { of: Word<"NewShare", "of">; id?: number; find?: string };
const PRIVATE = [
  ["PRICES", "what it cost"],
  ["PLACES", "where its swatch is"],
  ["NOTES", "my notes"],
] as const;

const inAMonth = () => new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10);

/** Shares one thing at an address of its own, which is told once. */
export function ShareButton({ of, id, find }: What) {
  const [asking, setAsking] = useState(false);
  const [told, setTold] = useState<Schemas["Shared"] | null>(null);
  return (
    <>
      <button type="button" className="btn btn-outline" onClick={() => setAsking(true)}>
        Share
      </button>
      {asking && (
        <Asking
          what={{ of, id, find }}
          onClose={() => setAsking(false)}
          onShared={(s) => {
            setAsking(false);
            setTold(s);
          }}
        />
      )}
      {told && <Told shared={told} onClose={() => setTold(null)} />}
    </>
  );
}

function Asking({
  what,
  onClose,
  onShared,
}: {
  what: What;
  onClose: () => void;
  onShared: (s: Schemas["Shared"]) => void;
}) {
  const [until, setUntil] = useState(inAMonth);
  const [live, setLive] = useState(false);
  const [shown, setShown] = useState<string[]>([]);
  const share = useAct(
    (_: undefined, headers) => {
      const kept = PRIVATE.map(([p]) => p).filter((p) => !shown.includes(p));
      return data(
        client.POST("/api/shares", { headers, body: { ...what, until, live, hide: ["GIVERS", ...kept] } }),
      );
    },
    { onDone: onShared },
  );
  return (
    <ActDialog title="Share it" button="Make the address" act={share} unready={!until} onClose={onClose}>
      <p className="mb-3">
        Whoever has the address sees this and nothing else, without signing in, until you take it back. Who
        gave you a paint is never shown.
      </p>
      <Field label="Until">
        {(id) => (
          <input
            id={id}
            type="date"
            className="input"
            value={until}
            onChange={(e) => setUntil(e.target.value)}
          />
        )}
      </Field>
      <fieldset className="mt-3">
        <legend>Shown as well</legend>
        {PRIVATE.map(([p, words]) => (
          <label key={p} className="flex gap-2 items-center py-0.5">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={shown.includes(p)}
              onChange={(e) => setShown(e.target.checked ? [...shown, p] : shown.filter((x) => x !== p))}
            />
            {words}
          </label>
        ))}
      </fieldset>
      <fieldset className="mt-3">
        <legend>It shows the thing</legend>
        {[false, true].map((l) => (
          <label key={String(l)} className="flex gap-2 items-center py-0.5">
            <input
              type="radio"
              name="live"
              className="radio radio-sm"
              checked={live === l}
              onChange={() => setLive(l)}
            />
            {l ? "as it is whenever it is looked at" : "as it is today"}
          </label>
        ))}
      </fieldset>
      {what.of === "FIND" && (
        <p className="mt-4">
          For a friend who has Molvet:{" "}
          <a
            className="underline"
            href={`/api/parcel?find=${encodeURIComponent(what.find ?? "")}`}
            download="molvet-parcel.json"
          >
            pack a parcel
          </a>{" "}
          of what these are and look like, with nothing of yours.
        </p>
      )}
    </ActDialog>
  );
}

function Told({ shared, onClose }: { shared: Schemas["Shared"]; onClose: () => void }) {
  const address = new URL(shared.address, window.location.href).href;
  const box = useRef<HTMLInputElement>(null);
  return (
    <Dialog open title={`${shared.title} is shared`} onClose={onClose}>
      <p className="mb-2">
        This address is told once. Copy it now; it opens until {dayInWords(shared.until)}.
      </p>
      <Field label="Address">
        {(id) => (
          <input
            id={id}
            ref={box}
            readOnly
            className="input w-full code"
            value={address}
            onFocus={(e) => e.target.select()}
          />
        )}
      </Field>
      <div className="flex flex-wrap gap-3 mt-3">
        <CopyButton of={box} />
        <a className="btn btn-outline" href={shared.address} target="_blank" rel="noreferrer">
          Look at it
        </a>
        <button type="button" className="btn btn-outline" onClick={onClose}>
          Done
        </button>
      </div>
    </Dialog>
  );
}
