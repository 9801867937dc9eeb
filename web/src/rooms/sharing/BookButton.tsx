import { useState } from "react";
import { Dialog } from "../../ui/Dialog";
import { Field } from "../../ui/Field";
import { useSchools } from "../../ui/useSchools";

/** As many as the server prints in one. */
const MOST = 3000;

/** The collection, or what was found, as a book to print: in which order, on which paper, under which title. */
export function BookButton({ find, paints }: { find: string; paints: number }) {
  const [open, setOpen] = useState(false);
  const [school, setSchool] = useState("SEVEN_GROUPS");
  const [size, setSize] = useState("A4");
  const [strips, setStrips] = useState("DRAWN");
  const [title, setTitle] = useState("");
  const schools = useSchools();
  const asked = new URLSearchParams({
    school,
    size,
    strips,
    ...(find && { find }),
    ...(title.trim() && { title }),
  });
  return (
    <>
      <button type="button" className="btn btn-outline" onClick={() => setOpen(true)}>
        Print a book
      </button>
      <Dialog open={open} title="Print a book" onClose={() => setOpen(false)}>
        <p className="quiet mb-3">
          {find ? `What “${find}” finds` : "The whole collection"}, each paint with its strip, recipe,
          verdicts and place, and where it stands by pigment, maker and name.
        </p>
        <div className="space-y-3">
          <Field label="Title">
            {(id) => (
              <input
                id={id}
                className="input w-full"
                maxLength={120}
                placeholder="Watercolours"
                value={title}
                onChange={(e) => setTitle(e.target.value)}
              />
            )}
          </Field>
          <Field label="Order">
            {(id) => (
              <select
                id={id}
                className="select w-full"
                value={school}
                onChange={(e) => setSchool(e.target.value)}
              >
                {schools
                  .filter(([s]) => s !== "BY_HAND")
                  .map(([s, words]) => (
                    <option key={s} value={s}>
                      {words}
                    </option>
                  ))}
              </select>
            )}
          </Field>
          <Field label="Paper">
            {(id) => (
              <select
                id={id}
                className="select w-full"
                value={size}
                onChange={(e) => setSize(e.target.value)}
              >
                <option value="A4">A4, for a binder</option>
                <option value="POCKET">A6, for the pocket or a phone</option>
              </select>
            )}
          </Field>
          <Field label="Strips">
            {(id) => (
              <select
                id={id}
                className="select w-full"
                value={strips}
                onChange={(e) => setStrips(e.target.value)}
              >
                <option value="DRAWN">Drawn from what was measured</option>
                <option value="PICTURES">Cut out of my own pictures</option>
              </select>
            )}
          </Field>
        </div>
        {paints > MOST && (
          <p className="mt-4 border-l-2 border-[var(--field)] pl-2.5">
            These are {paints} paints, and a book holds {MOST}. Find fewer, such as one maker’s, and print
            that.
          </p>
        )}
        <div className="flex flex-wrap gap-3 mt-5">
          <a className="btn btn-primary" href={`/api/book.pdf?${asked}`} target="_blank" rel="noreferrer">
            Open the PDF
          </a>
          <a
            className="btn btn-outline"
            href={`/api/book.pdf?${new URLSearchParams([...asked, ["friend", "true"]])}`}
            target="_blank"
            rel="noreferrer"
          >
            Without places and holdings
          </a>
          <button type="button" className="btn btn-outline" onClick={() => setOpen(false)}>
            Close
          </button>
        </div>
      </Dialog>
    </>
  );
}
