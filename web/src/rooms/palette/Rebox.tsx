import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data } from "../../api/client";
import { ActDialog } from "../../ui/ActDialog";
import { Field } from "../../ui/Field";
import { Select } from "../../ui/Select";
import { useAct } from "../../ui/useAct";
import { BoxMeasure, measured, measuresOf } from "./BoxMeasure";
import type { Palette } from "./usePalette";

/** The draft lies in another box, or its own is measured anew. Versions keep theirs. */
export function Rebox({ palette, onClose }: { palette: Palette; onClose: () => void }) {
  const [box, setBox] = useState("");
  const [measures, setMeasures] = useState(measuresOf(palette.shape));
  const boxes = useQuery({ queryKey: ["boxes"], queryFn: () => data(client.GET("/api/boxes")) }).data?.boxes;
  const change = useAct(
    (_: undefined, headers) =>
      data(
        client.PUT("/api/palettes/{palette}/box", {
          headers,
          params: { path: { palette: palette.id } },
          body: {
            version: palette.version,
            box: box ? Number(box) : undefined,
            shape: box ? undefined : measured(measures),
          },
        }),
      ),
    { onDone: onClose },
  );
  return (
    <ActDialog title="Another box" button="Lay it there" act={change} onClose={onClose}>
      <p className="mb-3">Wells keep their numbers; paint that has no well there moves into a free one.</p>
      <Field label="Box">
        {(id) => (
          <Select
            id={id}
            options={[
              ["", "this one, measured anew"] as const,
              ...(boxes?.map((b) => [String(b.id), `${b.name}, ${b.words}`] as const) ?? []),
            ]}
            value={box}
            onChange={setBox}
          />
        )}
      </Field>
      {box === "" && <BoxMeasure measures={measures} onMeasures={setMeasures} />}
    </ActDialog>
  );
}
