"use client";

/** When even the frame of the pages fails; nothing of ours may be relied on here. */
export default function EverythingFailed() {
  return (
    <html lang="en">
      <body style={{ fontFamily: "sans-serif", padding: "2rem", maxWidth: "40rem" }}>
        <h1>The program failed</h1>
        <p>Something could not be shown. What you recorded is kept in this browser.</p>
        {/* A whole load, not a move inside the program: nothing of it may still stand. */}
        <button onClick={() => window.location.reload()}>Load the page again</button>
      </body>
    </html>
  );
}
