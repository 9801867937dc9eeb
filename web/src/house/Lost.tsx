/** A page that could not be fetched, or that broke. */
export function Lost() {
  return (
    <main className="p-6 max-w-xl">
      <h1 className="font-book text-2xl mb-2">This page could not be opened</h1>
      <p className="mb-4">
        Molvet does not answer, or it was brought up to date since the page was loaded. What you typed before
        is kept where it was saved.
      </p>
      <button type="button" className="btn btn-outline" onClick={() => location.reload()}>
        Load it again
      </button>
    </main>
  );
}
