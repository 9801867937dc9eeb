import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, data, type Problem } from "../api/client";

const EVENT = "molvet:act";

/** Says that something was done, so that undo is offered for it. */
export function announceAct() {
  window.dispatchEvent(new Event(EVENT));
}

/** The last act with its undo, for a while after it was done. */
export function UndoBar() {
  const queries = useQueryClient();
  const [shown, setShown] = useState(0);
  const [said, setSaid] = useState("");
  const acts = useQuery({
    queryKey: ["acts", shown],
    enabled: shown > 0,
    queryFn: () => data(client.GET("/api/acts", { params: { query: { limit: 1 } } })),
  });

  useEffect(() => {
    const show = () => {
      setSaid("");
      setShown((n) => n + 1);
    };
    window.addEventListener(EVENT, show);
    return () => window.removeEventListener(EVENT, show);
  }, []);

  useEffect(() => {
    if (shown === 0) return;
    const timer = setTimeout(() => setShown(0), 15000);
    return () => clearTimeout(timer);
  }, [shown]);

  const act = acts.data?.acts[0];
  if (shown === 0 || !act || act.undone) return said ? <Bar>{said}</Bar> : null;

  async function undo(id: number) {
    try {
      await data(client.POST("/api/acts/{act}/undo", { params: { path: { act: id } } }));
      setSaid("Undone.");
    } catch (e) {
      setSaid((e as Problem).message);
    }
    setShown(0);
    setTimeout(() => setSaid(""), 6000);
    await queries.invalidateQueries();
  }

  return (
    <Bar>
      <span>{act.said}</span>
      <button type="button" className="underline font-semibold" onClick={() => undo(act.id)}>
        Undo
      </button>
    </Bar>
  );
}

function Bar({ children }: { children: React.ReactNode }) {
  return (
    <div
      role="status"
      className="fixed bottom-4 left-1/2 -translate-x-1/2 z-40 flex gap-4 items-baseline bg-primary text-primary-content px-4 py-2 max-w-[92vw]"
    >
      {children}
    </div>
  );
}
