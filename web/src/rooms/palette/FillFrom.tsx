import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { Field, TextField } from "../../ui/Field";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import type { Palette } from "./usePalette";

const FROM = [
  ["find", "a find"],
  ["arrival", "an arrival or a set"],
  ["shortlist", "a shortlist"],
  ["palette", "another palette"],
] as const;

/** Fills free wells from somewhere, in that order. */
export function FillFrom({
  palette,
  onClose,
  onLeft,
}: {
  palette: Palette;
  onClose: () => void;
  onLeft: (left: number) => void;
}) {
  const [from, setFrom] = useState<(typeof FROM)[number][0]>("find");
  const [find, setFind] = useState("");
  const [arrival, setArrival] = useState("");
  const [shortlist, setShortlist] = useState("");
  const [other, setOther] = useState("");
  const arrivals = useQuery({
    queryKey: ["arrivals", "all"],
    enabled: from === "arrival",
    queryFn: () => data(client.GET("/api/arrivals", { params: { query: { limit: 200 } } })),
  }).data;
  const shortlists = useQuery({
    queryKey: ["shortlists"],
    enabled: from === "shortlist",
    queryFn: () => data(client.GET("/api/shortlists")),
  }).data?.shortlists;
  const palettes = useQuery({
    queryKey: ["palettes"],
    enabled: from === "palette",
    queryFn: () => data(client.GET("/api/palettes")),
  }).data?.palettes.filter((p) => p.id !== palette.id);
  const fill = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes/{palette}/fill", {
          headers,
          params: { path: { palette: palette.id } },
          body: {
            version: palette.version,
            find: from === "find" ? find : from === "shortlist" ? `on shortlist "${shortlist}"` : undefined,
            arrival: from === "arrival" ? Number(arrival) : undefined,
            palette: from === "palette" ? Number(other) : undefined,
          },
        }),
      ),
    {
      onDone: (done) => {
        onLeft(done.left);
        onClose();
      },
    },
  );
  const ready = { find: find.trim(), arrival, shortlist, palette: other }[from];
  const free = palette.wells.filter((w) => !w.name && !w.locked).length;
  return (
    <ActDialog title="Fill free wells" button="Fill" act={fill} unready={!ready} onClose={onClose}>
      <p className="mb-3">
        {free} {free === 1 ? "well is" : "wells are"} free. What lies in it already stays where it is.
      </p>
      <Field label="From">{(id) => <Select id={id} options={FROM} value={from} onChange={setFrom} />}</Field>
      {from === "find" && (
        <TextField
          className="mt-3"
          label="Find"
          hint="Yellow first, as many as there are wells."
          value={find}
          onChange={setFind}
        />
      )}
      {from === "arrival" && (
        <Field className="mt-3" label="Arrival">
          {(id) => (
            <Select
              id={id}
              options={[
                ["", "choose one"] as const,
                ...(arrivals?.arrivals.map(
                  (a) => [String(a.id), `${a.title || a.from}${a.cameOn ? `, ${a.cameOn}` : ""}`] as const,
                ) ?? []),
              ]}
              value={arrival}
              onChange={setArrival}
            />
          )}
        </Field>
      )}
      {from === "shortlist" && (
        <Field
          className="mt-3"
          label="Shortlist"
          hint="What stands on it and is not marked no, yellow first, as many as there are wells."
        >
          {(id) => (
            <Select
              id={id}
              options={[
                ["", "choose one"] as const,
                ...(shortlists?.map(
                  (s) => [s.name, `${s.name}, ${counted(s.candidates, "paint")}`] as const,
                ) ?? []),
              ]}
              value={shortlist}
              onChange={setShortlist}
            />
          )}
        </Field>
      )}
      {from === "palette" && (
        <Field className="mt-3" label="Palette">
          {(id) => (
            <Select
              id={id}
              options={[
                ["", "choose one"] as const,
                ...(palettes?.map(
                  (p) => [String(p.id), `${p.name}, ${counted(p.filled, "paint")}`] as const,
                ) ?? []),
              ]}
              value={other}
              onChange={setOther}
            />
          )}
        </Field>
      )}
    </ActDialog>
  );
}
