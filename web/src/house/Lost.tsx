import { isRouteErrorResponse, useRouteError } from "react-router";

/** What browsers say of a part that does not come; none has a type of its own for it. */
const NOT_FETCHED = /dynamically imported module|importing a module|preload CSS|Failed to fetch/i;

export function NoSuchPage() {
  return <p className="p-6">There is no such page. Choose a room on the left.</p>;
}

/** A page that could not be fetched, or that broke, or an address that is none. */
export function Lost() {
  const error = useRouteError();
  if (isRouteErrorResponse(error) && error.status === 404) return <NoSuchPage />;
  const away = error instanceof Error && NOT_FETCHED.test(error.message);
  return (
    <div role="alert" className="p-6 max-w-xl">
      <h1 className="font-book text-2xl mb-2">This page could not be {away ? "fetched" : "shown"}</h1>
      <p className="mb-4">
        {away
          ? "Molvet does not answer, or it was brought up to date since the page was loaded."
          : "Something in it broke. It is our fault, not yours; the other rooms go on."}{" "}
        What you typed before is kept where it was saved.
      </p>
      <button type="button" className="btn btn-outline" onClick={() => location.reload()}>
        Load it again
      </button>
    </div>
  );
}
