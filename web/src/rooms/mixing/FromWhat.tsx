import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, data } from "../../api/client";
import { useLater } from "../../ui/useLater";

/** From which paints is mixed: all that is owned, a palette, or any find. */
export function FromWhat({ from, onFrom }: { from: string; onFrom: (find: string) => void }) {
  const palettes = useQuery({
    queryKey: ["palettes"],
    queryFn: () => data(client.GET("/api/palettes")),
  }).data?.palettes;
  const known = ["owned", ...(palettes ?? []).map((p) => `in palette "${p.name}"`)];
  const own = !known.includes(from);
  const [typed, setTyped] = useState(own ? from : "");
  const [finding, setFinding] = useState(own);
  const later = useLater(typed.trim(), 500);
  useEffect(() => {
    if (finding && later && later !== from) onFrom(later);
  }, [finding, later, from, onFrom]);
  return (
    <div className="flex flex-wrap gap-3 items-end">
      <label>
        <span className="label-text block">From</span>
        <select
          className="select"
          value={finding ? "find" : from}
          onChange={(e) => {
            const find = e.target.value === "find";
            setFinding(find);
            if (!find) onFrom(e.target.value);
          }}
        >
          <option value="owned">all that I own</option>
          {palettes?.map((p) => (
            <option key={p.id} value={`in palette "${p.name}"`}>
              {p.name}
            </option>
          ))}
          <option value="find">a find …</option>
        </select>
      </label>
      {finding && (
        <label>
          <span className="label-text block">The find</span>
          <input
            type="search"
            className="input w-64"
            placeholder="yellow or blue, single pigment …"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </label>
      )}
    </div>
  );
}
