import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem } from "../../api/client";
import { ActList } from "../../ui/ActList";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { chooseTheme, theme } from "../../ui/theme";
import { forgetNotes, forgetShop } from "../choosing/shopStore";
import { OnPhone } from "./OnPhone";
import { SignedIn } from "./SignedIn";
import { Strength } from "./Strength";
import { useSession } from "./useSession";

const FORMATS = [
  ["csv", "CSV, for any spreadsheet"],
  ["xlsx", "XLSX workbook"],
  ["ods", "OpenDocument table"],
  ["json", "JSON, everything but pictures"],
  ["zip", "ZIP: JSON and every picture as it came"],
  ["gpl", "GIMP palette of mass tones"],
  ["cgats", "CGATS.17, measured colours"],
] as const;

export function AccountPage() {
  const session = useSession();
  const queries = useQueryClient();
  const [look, setLook] = useState(theme());
  const [deleting, setDeleting] = useState(false);
  async function signOut() {
    await data(client.DELETE("/api/session"));
    await forgetShop();
    queries.clear();
    window.location.assign("/");
  }

  return (
    <Page title="Account" under={session.data?.email ?? ""}>
      <div className="grid gap-10 lg:grid-cols-2 max-w-5xl">
        <section>
          <h2 className="font-semibold mb-2">Light</h2>
          <div className="join">
            {(["paper", "evening"] as const).map((t) => (
              <button
                key={t}
                type="button"
                aria-pressed={look === t}
                className={`btn join-item ${look === t ? "btn-primary" : "btn-outline"}`}
                onClick={() => {
                  chooseTheme(t);
                  setLook(t);
                }}
              >
                {t === "paper" ? "Paper, by day" : "Middle grey, for evening"}
              </button>
            ))}
          </div>
          <button type="button" className="btn btn-outline mt-6 block" onClick={signOut}>
            Sign out
          </button>
          <h2 className="font-semibold mt-8 mb-2">Take your collection with you</h2>
          <ul className="space-y-1">
            {FORMATS.map(([format, words]) => (
              <li key={format}>
                <a className="underline" href={`/api/collection.${format}`} download>
                  {words}
                </a>
              </li>
            ))}
          </ul>
          <p className="mt-4">
            <Link to="/import" className="underline">
              Bring in a list of your own
            </Link>
            , from a spreadsheet or from such a table.
          </p>
          <p className="mt-2">
            <Link to="/parcel" className="underline">
              Open a friend’s parcel
            </Link>
          </p>
          <p className="mt-2">
            <Link to="/shared" className="underline">
              What is shared with others
            </Link>
          </p>
          <OnPhone />
          <RoomForPictures />
          <ChangePassword />
          <SignedIn />
          <h2 className="font-semibold mt-8 mb-2">Leave</h2>
          <p className="mb-2">
            Deletes the account and everything in the collection. Take it with you first.
          </p>
          <button type="button" className="btn btn-outline" onClick={() => setDeleting(true)}>
            Delete my account …
          </button>
          <DeleteAccount open={deleting} onClose={() => setDeleting(false)} />
        </section>
        <section>
          <h2 className="font-semibold mb-2">Done lately</h2>
          <ActList />
        </section>
      </div>
    </Page>
  );
}

function Limits() {
  const limits = useQuery({
    queryKey: ["limits"],
    queryFn: () => data(client.GET("/api/limits")),
  }).data?.limits;
  if (!limits?.length) return null;
  return (
    <ul className="mt-2 space-y-1">
      {limits.map((l) => (
        <li key={l.said} className={l.nearly ? "font-semibold" : ""}>
          {l.said}
        </li>
      ))}
    </ul>
  );
}

function RoomForPictures() {
  const kept = useQuery({
    queryKey: ["room-for-pictures"],
    queryFn: () => data(client.GET("/api/room-for-pictures")),
  });
  const room = kept.data;
  if (!room) return <ProblemNote problem={kept.error as Problem | null} />;
  return (
    <>
      <h2 className="font-semibold mt-8 mb-2">What is kept, and how much may be</h2>
      <p className={room.nearly ? "font-semibold" : ""}>{room.said}</p>
      <Limits />
    </>
  );
}

function ChangePassword() {
  const session = useSession().data;
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const [done, setDone] = useState(false);

  async function submit(event: FormEvent) {
    event.preventDefault();
    setProblem(null);
    try {
      await data(client.PUT("/api/account/password", { body: { old, fresh } }));
      setOld("");
      setFresh("");
      setDone(true);
    } catch (e) {
      setProblem(e as Problem);
    }
  }

  return (
    <form onSubmit={submit} className="mt-8 space-y-3 max-w-xs">
      <h2 className="font-semibold">Change the password</h2>
      <Field label="Password now">
        {(id) => (
          <input
            id={id}
            type="password"
            required
            autoComplete="current-password"
            className="input w-full"
            value={old}
            onChange={(e) => setOld(e.target.value)}
          />
        )}
      </Field>
      <Field label="New password" hint="Other windows and devices are signed out.">
        {(id) => (
          <input
            id={id}
            type="password"
            required
            autoComplete="new-password"
            className="input w-full"
            value={fresh}
            onChange={(e) => setFresh(e.target.value)}
          />
        )}
      </Field>
      <Strength password={fresh} known={[session?.email ?? "", session?.name ?? ""]} />
      <ProblemNote problem={problem} />
      {done && <p role="status">Changed.</p>}
      <button type="submit" className="btn btn-outline">
        Change
      </button>
    </form>
  );
}

function DeleteAccount({ open, onClose }: { open: boolean; onClose: () => void }) {
  const email = useSession().data?.email ?? "";
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);

  async function submit(event: FormEvent) {
    event.preventDefault();
    try {
      await data(client.DELETE("/api/account", { body: { password } }));
      await forgetShop();
      await forgetNotes(email);
      window.location.assign("/");
    } catch (e) {
      setProblem(e as Problem);
    }
  }

  return (
    <Dialog open={open} title="Delete the account and the whole collection" onClose={onClose}>
      <form onSubmit={submit} className="space-y-4">
        <p>This cannot be undone. Type your password to go on.</p>
        <Field label="Password">
          {(id) => (
            <input
              id={id}
              type="password"
              required
              autoComplete="current-password"
              className="input w-full"
              value={password}
              onChange={(e) => setPassword(e.target.value)}
            />
          )}
        </Field>
        <ProblemNote problem={problem} />
        <div className="flex gap-3">
          <button type="submit" className="btn btn-primary">
            Delete everything
          </button>
          <button type="button" className="btn btn-outline" onClick={onClose}>
            Keep it
          </button>
        </div>
      </form>
    </Dialog>
  );
}
