import { type FormEvent, useState } from "react";
import { client, data, type Schemas } from "../../api/client";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { DeviceField, useDevices } from "./DeviceField";

/** The device a picture was taken with, what is known of its eye, and reading once more as another’s. */
export function TakenWith({ scan: s }: { scan: Schemas["ScanView"] }) {
  const devices = useDevices();
  const [naming, setNaming] = useState(false);
  const [name, setName] = useState(s.deviceName ?? "");
  const again = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/readings/{scan}/again", {
          params: { path: { scan: s.reading } },
          body: { takenWith: name },
          headers,
        }),
      ),
    { onDone: () => setNaming(false) },
  );
  const known = devices.find((d) => d.id === s.device);
  function submit(event: FormEvent) {
    event.preventDefault();
    again.run(undefined);
  }
  return (
    <div className="mt-2 text-[0.95rem]">
      <p>
        {s.deviceName ? (
          <>
            Taken with <strong>{s.deviceName}</strong>. <span className="quiet">{known?.said}</span>
          </>
        ) : (
          "The file does not say what it was taken with."
        )}{" "}
        {!naming && (
          <button type="button" className="underline" onClick={() => setNaming(true)}>
            {s.deviceName ? "It was another" : "Say it"}
          </button>
        )}
      </p>
      {naming && (
        <form className="flex flex-wrap gap-2 items-end mt-1" onSubmit={submit}>
          <DeviceField value={name} onChange={setName} label="The device" required />
          <button type="submit" className="btn btn-sm btn-outline" disabled={again.running}>
            Read again as its
          </button>
          <button type="button" className="btn btn-sm btn-ghost" onClick={() => setNaming(false)}>
            Leave it
          </button>
        </form>
      )}
      <WaitingNote waiting={again.waiting} />
      <ProblemNote problem={again.problem} />
    </div>
  );
}
