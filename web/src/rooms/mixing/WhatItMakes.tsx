import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data } from "../../api/client";
import { painted } from "./parts";
import { Wash } from "./Wash";

const SHOWN = 8;

/** Mixtures of a paint that were kept or painted, and the ways to ask for more. */
export function WhatItMakes({ paint, measured }: { paint: number; measured: boolean }) {
  const list = useQuery({
    queryKey: ["mixes", "of", paint],
    queryFn: () => data(client.GET("/api/mixes", { params: { query: { paint } } })),
  }).data;
  const mixes = list?.mixes ?? [];
  return (
    <section aria-label="What it makes">
      <h2 className="font-semibold mb-1">What it makes</h2>
      <ul className="grid grid-cols-2 gap-x-4 gap-y-2">
        {mixes.slice(0, SHOWN).map((m) => {
          const with_ = m.parts.filter((p) => p.paint.id !== paint).map((p) => p.paint.name);
          return (
            <li key={m.id}>
              <Wash colours={m.colours} label={`With ${with_.join(" and ")}`} className="h-8" />
              <span className="text-sm leading-tight block">
                {m.name || `with ${with_.join(" and ")}`} <span className="code">{painted(m)}</span>
              </span>
            </li>
          );
        })}
      </ul>
      {list && mixes.length === 0 && <p className="quiet">No mixture of it was kept or painted yet.</p>}
      <p className="flex flex-wrap gap-x-4 mt-2">
        <Link className="underline" to={`/mixing?of=${paint}x1`}>
          Mix it
        </Link>
        {measured && (
          <Link className="underline" to={`/mixing/match?paint=${paint}`}>
            Could it be mixed?
          </Link>
        )}
        {mixes.length > SHOWN && (
          <Link className="underline" to="/mixing/painted">
            {mixes.length - SHOWN} more
          </Link>
        )}
      </p>
    </section>
  );
}
