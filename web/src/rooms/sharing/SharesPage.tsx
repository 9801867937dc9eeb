import { useQuery } from "@tanstack/react-query";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";

/** All that is shared, how often it was looked at, and a way to take it back. */
export function SharesPage() {
  const list = useQuery({ queryKey: ["shares"], queryFn: () => data(client.GET("/api/shares")) });
  const shares = list.data?.shares ?? [];
  return (
    <Page
      title="Shared"
      under="What others see of your collection, at addresses that only those know who were told."
    >
      <ProblemNote problem={list.error as Problem | null} />
      {list.data && shares.length === 0 && (
        <p className="max-w-prose">
          Nothing is shared. A chart, palette, find, keeper, report or paint is shared from its own page.
        </p>
      )}
      <ul className="max-w-3xl">
        {shares.map((s) => (
          <One key={s.share} share={s} />
        ))}
      </ul>
    </Page>
  );
}

function One({ share: s }: { share: Schemas["ShareView"] }) {
  const back = useAct((_: undefined, headers) =>
    data(client.DELETE("/api/shares/{share}", { headers, params: { path: { share: s.share } } })),
  );
  const last = s.days.at(-1);
  return (
    <li className="rule-t py-2.5 flex gap-4 items-baseline">
      <div className="grow min-w-0">
        <p>
          <span className="font-book text-lg">{s.title}</span>{" "}
          <span className="quiet">{s.of.toLowerCase()}</span>
        </p>
        <p className="quiet">
          {s.over ? `ended ${s.until}` : `until ${s.until}`}, shared {s.sharedOn},{" "}
          {s.live ? "as it is" : "as it was that day"} ·{" "}
          {s.looks === 0
            ? "not looked at yet"
            : `looked at ${s.looks === 1 ? "once" : counted(s.looks, "time")}${last ? `, last on ${last.day}` : ""}`}
        </p>
        <ProblemNote problem={back.problem} />
      </div>
      <button type="button" className="btn btn-outline btn-sm" onClick={() => back.run(undefined)}>
        {s.over ? "Take it away" : "Take back"}
      </button>
    </li>
  );
}
