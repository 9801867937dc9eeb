import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data, type Problem } from "../../api/client";
import { LengthField, sized, useUnit, written } from "../../ui/length";
import { ProblemNote } from "../../ui/ProblemNote";
import { useLater } from "../../ui/useLater";
import { asked, type PlanDraft } from "./usePlan";

type Props = { draft: PlanDraft; onPaper: (paper: { width: number; height: number }) => void };

/** The ruling asked the other way round: how many fit, and which paper wastes least. */
export function FitPanel({ draft, onPaper }: Props) {
  const [unit] = useUnit();
  const [open, setOpen] = useState(false);
  const [least, setLeast] = useState<number | undefined>(12);
  const question = useLater({ chart: asked(draft), least }, 300);
  const fit = useQuery({
    queryKey: ["fit", question],
    enabled: open,
    retry: false,
    queryFn: () => data(client.POST("/api/charts/fit", { body: question })),
  });
  return (
    <details className="rule-t pt-3" onToggle={(e) => setOpen((e.target as HTMLDetailsElement).open)}>
      <summary className="font-semibold cursor-pointer">Which paper?</summary>
      <div className="flex gap-3 items-end mt-2">
        <LengthField label="Squares of at least" value={least} onChange={setLeast} className="w-44" />
        {fit.data && (
          <p className="pb-2">
            <span className="code font-bold">{fit.data.onOnePage}</span> fit on this paper.
          </p>
        )}
      </div>
      <ProblemNote problem={fit.error as Problem | null} />
      {fit.data && (
        <table className="w-full mt-2">
          <thead>
            <tr className="text-left quiet">
              <th className="font-normal">paper, least waste first</th>
              <th className="font-normal text-right">sheets</th>
              <th className="font-normal text-right">square</th>
              <th className="font-normal text-right">waste</th>
            </tr>
          </thead>
          <tbody>
            {fit.data.papers.slice(0, 8).map((p) => (
              <tr key={`${p.name} ${p.turned}`} className="rule-t">
                <td>
                  <button
                    type="button"
                    className="underline text-left"
                    onClick={() => onPaper({ width: p.width, height: p.height })}
                  >
                    {p.name}
                    {p.turned && ", on its side"}
                  </button>{" "}
                  <span className="quiet text-sm">{sized(p.width, p.height, unit)}</span>
                </td>
                <td className="code text-right">{p.sheets}</td>
                <td className="code text-right">{written(p.cell, unit)}</td>
                <td className="code text-right">{Math.round(p.wastePercent)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </details>
  );
}
