import { useState } from "react";
import { useNavigate } from "react-router";
import { client, data, type Schemas } from "../../api/client";
import { TextField } from "../../ui/Field";
import { Page } from "../../ui/Page";
import { ProblemNote, WaitingNote } from "../../ui/ProblemNote";
import { useAct } from "../../ui/useAct";
import { asPlace, nowhere, PlaceFields, type TypedPlace } from "./PlaceFields";

/** A sheet, a lid card or a painting that hung without a plan. */
export function NewHungPage() {
  const go = useNavigate();
  const [name, setName] = useState("");
  const [place, setPlace] = useState<TypedPlace>({ ...nowhere(), place: "WALL" });
  const begin = useAct(
    (body: Schemas["NewHung"], headers) => data(client.POST("/api/exposures/hung", { headers, body })),
    { onDone: (page) => go(`/exposures/${page.id}`) },
  );
  return (
    <Page
      title="Something hung anyway"
      under="A sheet on the wall with a sticker on it, a lid card under a clip: the spot that was covered tells what the rest has lost."
    >
      <form
        className="max-w-2xl space-y-4"
        onSubmit={(e) => {
          e.preventDefault();
          begin.run({ name, hung: asPlace(place) });
        }}
      >
        <TextField label="Name" hint="Yellows by the studio door." value={name} onChange={setName} />
        <PlaceFields value={place} onChange={setPlace} day="Since about" about />
        <ProblemNote problem={begin.problem} />
        <WaitingNote waiting={begin.waiting} />
        <button type="submit" className="btn btn-primary" disabled={begin.running}>
          Go on to the picture
        </button>
      </form>
    </Page>
  );
}
