import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";

/** Finds kept under a name: each is a list. */
export function KeptFinds() {
  const finds = useQuery({ queryKey: ["finds"], queryFn: () => data(client.GET("/api/finds", {})) }).data
    ?.finds;
  const remove = useAct((id: number, headers) =>
    data(client.DELETE("/api/finds/{saved_find}", { headers, params: { path: { saved_find: id } } })),
  );
  if (!finds?.length) return null;
  return (
    <section aria-label="Kept finds" className="my-3 border-t border-[var(--rule)] pt-3">
      <ul>
        {finds.map((f) => (
          <li key={f.id} className="flex items-center group hover:bg-base-200">
            <Link
              to={`/collection?find=${encodeURIComponent(f.text)}`}
              className="flex justify-between items-center grow min-w-0 pl-5 pr-1 py-1.5"
            >
              <span className="truncate">{f.name}</span>
              <span className="code pl-1">{f.count}</span>
            </Link>
            <button
              type="button"
              className="px-1.5 py-1.5 quiet md:opacity-0 md:group-hover:opacity-100 focus-visible:opacity-100"
              aria-label={`Take the find ${f.name} away`}
              onClick={() => remove.run(f.id)}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={remove.problem} />
    </section>
  );
}
