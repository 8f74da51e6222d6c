import { Component, type ReactNode } from "react";

import { Failed } from "./controls";
import { say } from "@/words/say";

interface Props {
  children: ReactNode;
}

/** Where a part of the interface cannot be fetched, that is told, with another try; nothing else of the page goes. */
export class Caught extends Component<Props, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError = () => ({ failed: true });

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <Failed
        error={new Error(say("common-the-server-does-not-answer-try"))}
        again={() => window.location.reload()}
      />
    );
  }
}
