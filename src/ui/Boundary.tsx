"use client";
import { Component, type ReactNode } from "react";
import { Act } from "./Act";

/** A part of the program that did not arrive, told apart from one that failed. */
export const isNotHere = (error: unknown): boolean =>
  error instanceof Error &&
  (error.name === "ChunkLoadError" ||
    /loading (css )?chunk|dynamically imported module|importing a module script|failed to (load|fetch)/i.test(
      error.message,
    ));

/** What is said when a part of a screen fails or does not come: in words, with a way out. Nothing recorded is lost by either. */
export function FailedPart({ error, what = "This part", again }: { error: unknown; what?: string; again: () => void }) {
  return (
    <div className="caution" role="alert" data-testid="failed-part">
      {isNotHere(error) ? (
        <>
          <h3>This part could not be loaded</h3>
          <p>
            The network went before it was here. What you recorded is kept. Go on elsewhere, or connect and load the
            page again.
          </p>
        </>
      ) : (
        <>
          <h3>{what} failed</h3>
          <p>Something in it cannot be shown. What you recorded is kept, and everything else goes on.</p>
        </>
      )}
      <div className="row-wrap mt-2">
        <Act variant="primary" onAct={again}>
          Try again
        </Act>
        <Act onAct={() => window.location.reload()}>Load the page again</Act>
        <a className="btn btn-outline-primary" href="/">
          Back to jobs
        </a>
      </div>
    </div>
  );
}

/** Holds a failure where it happens: the rest of the screen stays. @param what it is called in the message */
export class Boundary extends Component<{ children: ReactNode; what?: string }, { error?: unknown }> {
  override state: { error?: unknown } = {};

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  override render() {
    const { error } = this.state;
    return error === undefined ? (
      this.props.children
    ) : (
      <FailedPart error={error} what={this.props.what} again={() => this.setState({ error: undefined })} />
    );
  }
}
