import { useState } from "react";
import { client, data, type Word } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { localDay } from "../../ui/dates";
import { Field, TextField } from "../../ui/Field";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import type { Palette } from "./usePalette";

type Why = Word<"LeftPaint", "why">;

export const WHYS: readonly (readonly [Why, string])[] = [
  ["OTHER", "no reason given"],
  ["FUGITIVE", "it fades"],
  ["STAINING", "it stains"],
  ["NEVER_USED", "never used"],
  ["OLD_STOCK_USED_UP", "old stock used up"],
  ["SWAPPED", "swapped for another maker’s"],
  ["NO_ROOM", "no room"],
];

export function why(word: string) {
  return WHYS.find(([w]) => w === word)?.[1] ?? "";
}

/** The draft becomes a version, with a day and a word why. */
export function KeepVersion({ palette, onClose }: { palette: Palette; onClose: () => void }) {
  const [since, setSince] = useState(localDay(new Date().toISOString()));
  const [because, setBecause] = useState("");
  const [left, setLeft] = useState<Record<number, Why>>({});
  const keep = useAct(
    (_: undefined, headers) =>
      data(
        client.POST("/api/palettes/{palette}/versions", {
          headers,
          params: { path: { palette: palette.id } },
          body: {
            since,
            why: because,
            version: palette.version,
            left: Object.entries(left).map(([paint, w]) => ({ paint: Number(paint), why: w })),
          },
        }),
      ),
    { onDone: onClose },
  );
  const { changes } = palette;
  return (
    <ActDialog title={`Keep version ${palette.newest + 1}`} button="Keep" act={keep} onClose={onClose}>
      <p className="mb-3">
        {palette.newest === 0
          ? `${palette.filled} wells are filled.`
          : `Against version ${palette.newest}: ${changes.said}.`}{" "}
        A version never changes afterwards.
      </p>
      <Field label="Since">
        {(id) => (
          <input
            id={id}
            type="date"
            className="input"
            value={since}
            onChange={(e) => setSince(e.target.value)}
          />
        )}
      </Field>
      <TextField
        className="mt-3"
        label="Why"
        hint="A word for later; may be empty."
        value={because}
        onChange={setBecause}
      />
      {changes.out
        .filter((c) => c.paint !== undefined)
        .map((c) => (
          <Field key={c.paint} className="mt-3" label={`Why ${c.name} left`}>
            {(id) => (
              <Select
                id={id}
                options={WHYS}
                value={left[c.paint ?? 0] ?? "OTHER"}
                onChange={(w) => setLeft({ ...left, [c.paint ?? 0]: w })}
              />
            )}
          </Field>
        ))}
    </ActDialog>
  );
}
