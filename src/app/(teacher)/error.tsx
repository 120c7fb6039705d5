"use client";

/** Where a screen fails, the rest stays, and so does the data. */
export default function ScreenError({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <div className="sheet empty" role="alert">
      <h1>This screen met an error</h1>
      <p className="my-3">
        Your data is safe: everything saved so far stays in this browser, and letters already handed over go on. Try the
        screen again; if it fails again, choose another step at the left.
      </p>
      <p className="quiet small">{error.message}</p>
      <button type="button" className="btn btn-primary mt-2" onClick={reset}>
        Try again
      </button>
    </div>
  );
}
