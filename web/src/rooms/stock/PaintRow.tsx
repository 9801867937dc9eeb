import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";

/** A paint with its strip, and what is said of it here. */
export function PaintRow({
  paint: p,
  children,
  aside,
}: {
  paint: Schemas["PaintEntry"];
  children?: ReactNode;
  aside?: ReactNode;
}) {
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-2 items-start">
      <Strip
        strip={p.strip}
        seed={p.id}
        label={p.name}
        className="w-32 h-10 max-md:w-full max-md:h-8 shrink-0"
      />
      <div className="grow basis-56 min-w-0">
        <p>
          <Link to={`/paints/${p.id}`} className="paint-name hover:underline">
            {p.name}
          </Link>{" "}
          <span className="quiet">{p.maker}</span> <span className="code">{p.recipe.join(" + ")}</span>
        </p>
        {children}
      </div>
      {aside}
    </div>
  );
}
