import { useSyncExternalStore } from "react";

/** What a browser says once it would put the page among the phone's apps. */
interface InstallPrompt extends Event {
  prompt: () => Promise<{ outcome: "accepted" | "dismissed" }>;
}

/** The offer, until it was taken or refused: a browser makes it once a page. */
class InstallOffer {
  private offered: InstallPrompt | null = null;
  private readonly listeners = new Set<() => void>();

  constructor() {
    window.addEventListener("beforeinstallprompt", (event) => {
      event.preventDefault();
      this.set(event as InstallPrompt);
    });
    window.addEventListener("appinstalled", () => this.set(null));
  }

  readonly current = () => this.offered;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly take = async () => {
    const offered = this.offered;
    this.set(null);
    await offered?.prompt();
  };

  private set(offered: InstallPrompt | null) {
    this.offered = offered;
    for (const listener of this.listeners) listener();
  }
}

const offer = new InstallOffer();

/** Installs the page as an app; null where the browser does not offer that, or it is installed. */
export function useInstall(): (() => Promise<void>) | null {
  const offered = useSyncExternalStore(offer.subscribe, offer.current);
  return offered && offer.take;
}
