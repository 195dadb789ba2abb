/** What is shown when a screen breaks: that the work is safe, and a way on. */
import { Component, type ReactNode } from "react";
import { outbox } from "../client/outbox";
import { Button } from "./controls";

interface Props {
  children: ReactNode;
  /** Where we are: another place is tried anew. */
  place: string;
}

export class Boundary extends Component<Props, { error?: Error; place?: string }> {
  override state: { error?: Error; place?: string } = {};

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  static getDerivedStateFromProps(props: Props, state: { error?: Error; place?: string }) {
    return props.place === state.place ? null : { error: undefined, place: props.place };
  }

  override render() {
    if (!this.state.error) return this.props.children;
    const { entries, kept } = outbox.snapshot();
    return (
      <div role="alert" className="grid max-w-2xl gap-4 p-8">
        <h1 className="text-title font-extrabold">This page broke</h1>
        <p>
          {entries.length === 0
            ? "Everything you entered is saved."
            : kept
              ? "Your changes are kept on this device, and are saved as soon as can be."
              : "Some changes are not saved yet: leave this page open until they are."}{" "}
          Try it again, or go on from the shelf.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button kind="main" onClick={() => this.setState({ error: undefined })}>
            Try again
          </Button>
          <Button onClick={() => window.location.assign("/")}>To the shelf</Button>
        </div>
        <details className="text-note text-quiet">
          <summary className="min-h-11 cursor-pointer py-2">What the page said</summary>
          {this.state.error.message}
        </details>
      </div>
    );
  }
}
