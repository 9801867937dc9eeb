import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, data } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { Ribbon } from "../../ui/Ribbon";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";

export function MakersPage() {
  const asked = useQuery({ queryKey: ["makers"], queryFn: () => data(client.GET("/api/makers")) });
  const makers = asked.data?.makers;
  const navigate = useNavigate();
  const [name, setName] = useState("");
  const add = useAct(
    (_: undefined, headers) => data(client.POST("/api/makers", { headers, body: { name } })),
    {
      onDone: (m) => navigate(`/makers/${m.id}`),
    },
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    add.run(undefined);
  }
  return (
    <Page title="Makers" under="Who makes your paints, and what their symbols mean." problem={asked.error}>
      <ul className="max-w-2xl">
        {makers?.map((m) => (
          <li key={m.id}>
            <Link
              to={`/makers/${m.id}`}
              className="rule-b py-2.5 px-2 grid grid-cols-[3.5rem_minmax(0,1fr)_auto] gap-3 items-baseline hover:bg-base-100"
            >
              <span className="code">{m.initials}</span>
              <span className="min-w-0">
                <span className="font-book text-lg block">{m.name}</span>
                <Ribbon sort="maker" of={m.id} className="mt-1" />
              </span>
              <span className="quiet">
                {counted(m.paints, "paint")}, {counted(m.lines, "line")}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <form onSubmit={submit} className="flex gap-2 mt-5 max-w-md">
        <input
          aria-label="A new maker"
          placeholder="a new maker"
          required
          className="input flex-1"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <button type="submit" className="btn btn-outline">
          Add
        </button>
      </form>
      <ProblemNote problem={add.problem} />
    </Page>
  );
}
