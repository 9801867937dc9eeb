import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";

/** A paint as a strip with its name below: for laying side by side. */
export function StripTile({ paint: p, note }: { paint: Schemas["PaintEntry"]; note?: string }) {
  return (
    <Link to={`/paints/${p.id}`} className="block min-w-0 hover:bg-base-100 p-1 -m-1">
      <Strip strip={p.strip} seed={p.id} label={p.name} shape="tile" className="w-full h-14" />
      <span className="paint-name block truncate mt-1">{p.name}</span>
      <span className="quiet block text-sm truncate">
        {p.maker ?? ""} <span className="code text-base-content">{p.recipe.join(" + ")}</span>
      </span>
      {note && <span className="quiet block text-sm">{note}</span>}
      {p.place && <span className="code block">{p.place}</span>}
    </Link>
  );
}
