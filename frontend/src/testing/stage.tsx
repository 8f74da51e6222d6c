import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, type ReactElement } from "react";
import { createRoot, type Root } from "react-dom/client";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach } from "vitest";

/** A page of its own for each test of a file: what is shown stands in the document, and is taken away afterwards. */
export class Stage {
  host!: HTMLElement;
  queries!: QueryClient;
  private root!: Root;

  constructor() {
    beforeEach(() => this.raise());
    afterEach(() => this.strike());
  }

  private raise() {
    (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
    (globalThis as { ResizeObserver?: unknown }).ResizeObserver = class {
      observe = () => undefined;
      unobserve = () => undefined;
      disconnect = () => undefined;
    };
    this.queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
    this.host = document.createElement("div");
    document.body.append(this.host);
    this.root = createRoot(this.host);
  }

  private strike() {
    act(() => this.root.unmount());
    this.host.remove();
  }

  show(element: ReactElement) {
    act(() =>
      this.root.render(
        <QueryClientProvider client={this.queries}>
          <MemoryRouter>{element}</MemoryRouter>
        </QueryClientProvider>,
      ),
    );
  }

  /** Let what was begun come to its end. */
  async settle() {
    await act(async () => new Promise((resolve) => setTimeout(resolve, 20)));
  }

  /** Let things go on until it is so; a loaded machine takes its time. */
  async until(so: () => unknown) {
    for (let n = 0; n < 200 && !so(); n++) await this.settle();
  }

  text(): string {
    return this.host.textContent ?? "";
  }

  /** The button that says so, or is named so. */
  button(says: RegExp): HTMLButtonElement {
    const named = (b: Element) => says.test(b.getAttribute("aria-label") ?? b.textContent ?? "");
    return [...this.host.querySelectorAll("button")].find(named)!;
  }

  /** Press the button, or the label, that says so: in a dialog too. */
  press(says: string) {
    const all = [...document.querySelectorAll<HTMLElement>("button, label, a")];
    const found = all.find((b) => b.textContent?.trim() === says || b.getAttribute("aria-label") === says);
    const begins = found ?? all.find((b) => b.textContent?.trim().startsWith(says));
    if (!begins)
      throw new Error(`Nothing to press says "${says}": ${all.map((b) => b.textContent).join(" | ")}`);
    act(() => begins.click());
  }

  /** Choose an option by its key, of the choice with this label. */
  choose(label: string, key: string) {
    const all = [...document.querySelectorAll<HTMLLabelElement>("label")];
    const of = all.find((l) => l.textContent?.startsWith(label));
    const select = of && document.getElementById(of.htmlFor);
    if (!(select instanceof HTMLSelectElement)) throw new Error(`No choice is labelled "${label}".`);
    act(() => {
      select.value = key;
      select.dispatchEvent(new Event("change", { bubbles: true }));
    });
  }
}
