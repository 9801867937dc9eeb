import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, data } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { ProblemNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";

/** What can be asked, by menus; and keeping a find as a list on the rail. */
export function Asking({ find, onFind }: { find: string; onFind: (find: string) => void }) {
  const [open, setOpen] = useState(false);
  const [naming, setNaming] = useState(false);
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1 mb-3">
      <button type="button" className="underline" onClick={() => setOpen(true)}>
        What can be asked
      </button>
      {find && (
        <button type="button" className="underline" onClick={() => setNaming(true)}>
          Keep this find
        </button>
      )}
      <Dialog open={open} title="What can be asked" wide onClose={() => setOpen(false)}>
        <Menu
          onTake={(written) => {
            onFind(find ? `${find} ${written}` : written);
            setOpen(false);
          }}
        />
      </Dialog>
      <Dialog open={naming} title="Keep this find" onClose={() => setNaming(false)}>
        <Keep find={find} onDone={() => setNaming(false)} />
      </Dialog>
    </div>
  );
}

function Menu({ onTake }: { onTake: (written: string) => void }) {
  const groups = useQuery({
    queryKey: ["find-menu"],
    queryFn: () => data(client.GET("/api/finds/menu", {})),
  }).data?.groups;
  return (
    <div>
      <p className="quiet mb-3">
        Each is put beside what is asked already. Beside each other all must hold; “or”, “not” and brackets do
        what they say. A word in quotation marks is looked for in names.
      </p>
      <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
        {groups
          ?.filter((g) => g.entries.length > 0)
          .map((g) => (
            <section key={g.name}>
              <h3 className="font-semibold">{g.name}</h3>
              <ul className="flex flex-wrap gap-1.5 mt-1">
                {g.entries.map((e) => (
                  <li key={e.written}>
                    <button
                      type="button"
                      className="border border-[var(--field)] px-1.5 py-0.5 hover:bg-base-200 text-left"
                      onClick={() => onTake(e.written)}
                    >
                      {e.words}
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          ))}
      </div>
    </div>
  );
}

function Keep({ find, onDone }: { find: string; onDone: () => void }) {
  const [name, setName] = useState("");
  const keep = useAct(
    (_: undefined, headers) => data(client.POST("/api/finds", { headers, body: { name, text: find } })),
    { onDone },
  );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        keep.run(undefined);
      }}
    >
      <p className="code mb-3">{find}</p>
      <label>
        <span className="label-text block">Its name on the rail</span>
        <input
          className="input w-full"
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <ProblemNote problem={keep.problem} />
      <div className="flex gap-2 mt-3">
        <button type="submit" className="btn btn-primary" disabled={!name.trim() || keep.running}>
          Keep it
        </button>
        <button type="button" className="btn btn-outline" onClick={onDone}>
          Not now
        </button>
      </div>
    </form>
  );
}
