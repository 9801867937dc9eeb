import { client, data } from "../../api/client";
import { Outbox } from "../../api/outbox";
import { canCarry, keepNotes, keptNotes, type Note } from "./shopStore";

/** Notes of a shop wait sealed; a browser that seals nothing has them in its window only. */
export const NOTED = new Outbox<Note>(
  {
    load: keptNotes,
    save: async (email, notes) => {
      if (!canCarry()) throw new Error();
      await keepNotes(email, notes);
    },
  },
  async (body, headers) => (await data(client.POST("/api/shop/notes", { headers, body }))).said,
);
