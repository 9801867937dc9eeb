import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data } from "../../api/client";
import { Field } from "../../ui/Field";
import { useLater } from "../../ui/useLater";

type Props = { taken?: number[]; label?: string; onAdd: (id: number, name: string) => void };

/** Finds a paint by name, number, pigment or any other find, and takes it. */
export function AddPaint({ taken = [], label = "Add a paint", onAdd }: Props) {
  const [text, setText] = useState("");
  const find = useLater(text.trim(), 200);
  const found = useQuery({
    queryKey: ["paints", "add", find],
    queryFn: () => data(client.GET("/api/paints", { params: { query: { find, limit: 8 } } })),
    enabled: find.length > 1,
  }).data;
  const open = find.length > 1 && text.trim() !== "";
  return (
    <div className="relative w-full max-w-md">
      <Field label={label}>
        {(id) => (
          <input
            id={id}
            type="search"
            className="input w-full"
            placeholder="name, number, pigment, “near M-0031” …"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        )}
      </Field>
      {open && (
        <ul className="absolute z-20 inset-x-0 bg-base-100 rule-box divide-y divide-[var(--rule)] max-h-80 overflow-y-auto">
          {found?.paints
            .filter((p) => !taken.includes(p.id))
            .map((p) => (
              <li key={p.id}>
                <button
                  type="button"
                  className="w-full text-left px-3 py-2 flex gap-3 items-baseline hover:bg-base-200"
                  onClick={() => {
                    onAdd(p.id, p.name);
                    setText("");
                  }}
                >
                  <span className="code">{p.accession}</span>
                  <span className="paint-name">{p.name}</span>
                  <span className="quiet text-sm">{p.maker}</span>
                </button>
              </li>
            ))}
          {found?.total === 0 && <li className="quiet px-3 py-2">Nothing answers to that.</li>}
        </ul>
      )}
    </div>
  );
}
