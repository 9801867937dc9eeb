import { skipToken, useQuery, useQueryClient } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { localTime } from "../../ui/dates";

/** Where the last sign-in left what it had to tell; told once, so it is asked for nowhere. */
export const WRONGLY_TRIED = ["wrongly-tried"];

/** Tells the owner who just signed in that somebody tried to. */
export function WronglyTried() {
  const queries = useQueryClient();
  const tried = useQuery<Schemas["WronglyTried"] | null>({
    queryKey: WRONGLY_TRIED,
    queryFn: skipToken,
  }).data;
  if (!tried) return null;
  const many = tried.count === 1 ? "A wrong password was" : `${tried.count} wrong passwords were`;
  return (
    <div
      role="status"
      className="border-b border-base-content hatched p-3 flex flex-wrap gap-3 items-baseline"
    >
      <p className="grow">
        {many} tried for your account since you last signed in, {tried.count === 1 ? "on" : "the latest on"}{" "}
        {localTime(tried.last)}. None of them opened it. If that was not you, a password of four words or more
        is safe against guessing.
      </p>
      <button type="button" className="btn btn-sm" onClick={() => queries.setQueryData(WRONGLY_TRIED, null)}>
        Seen
      </button>
    </div>
  );
}
