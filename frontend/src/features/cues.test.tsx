import { act } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { Stage } from "@/testing/stage";

import { type Cues, give } from "./cook/cues";
import { CueSwitches } from "./cook/panels";

const stage = new Stage();
const cues: Cues = { sound: false, buzz: false, speech: false, awake: true, notice: false, metronome: false };

/** A browser that may or may not notify; returns what it showed. */
function browser(permission: NotificationPermission, secure = true) {
  const shown: string[] = [];
  vi.stubGlobal("isSecureContext", secure);
  vi.stubGlobal("Notification", { permission, requestPermission: () => Promise.resolve(permission) });
  Object.defineProperty(navigator, "serviceWorker", {
    configurable: true,
    value: {
      getRegistration: () =>
        Promise.resolve({ showNotification: (words: string) => Promise.resolve(void shown.push(words)) }),
    },
  });
  return shown;
}

const press = async () => {
  const box = stage.host.querySelectorAll<HTMLInputElement>("input")[4]!;
  await act(async () => {
    box.click();
    await Promise.resolve();
  });
};

afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe("notifications", () => {
  it("say where the browser cannot, and stay off", async () => {
    browser("default", false);
    const onCues = vi.fn();
    stage.show(<CueSwitches cues={cues} onCues={onCues} awake />);
    await press();
    expect(stage.text()).toContain("only from a page over https");
    expect(onCues).toHaveBeenLastCalledWith({ notice: false });
  });
  it("say that they were refused, and what to do", async () => {
    browser("denied");
    const onCues = vi.fn();
    stage.show(<CueSwitches cues={cues} onCues={onCues} awake />);
    await press();
    expect(stage.text()).toContain("Allow notifications for this page in its settings");
    expect(onCues).toHaveBeenLastCalledWith({ notice: false });
  });
  it("are given while nobody looks, and only then", async () => {
    const shown = browser("granted");
    const onCues = vi.fn();
    stage.show(<CueSwitches cues={cues} onCues={onCues} awake />);
    await press();
    expect(onCues).toHaveBeenLastCalledWith({ notice: true });
    const hidden = vi.spyOn(document, "hidden", "get").mockReturnValue(false);
    give({ ...cues, notice: true }, "Pull: now", true);
    await new Promise((done) => setTimeout(done));
    expect(shown).toEqual([]);
    hidden.mockReturnValue(true);
    give({ ...cues, notice: true }, "Pull: now", true);
    await new Promise((done) => setTimeout(done));
    expect(shown).toEqual(["Pull: now"]);
  });
});

describe("a phone without a sound", () => {
  it("says what it cannot of what is switched on, and where to look instead", () => {
    browser("granted");
    stage.show(<CueSwitches cues={{ ...cues, sound: true, speech: true }} onCues={() => undefined} awake />);
    expect(stage.text()).toContain("This browser can't: Sound, Spoken. Keep the page in sight");
  });
  it("says nothing where it can, or where nothing is switched on", () => {
    browser("granted");
    vi.stubGlobal("AudioContext", vi.fn());
    stage.show(<CueSwitches cues={{ ...cues, sound: true }} onCues={() => undefined} awake />);
    expect(stage.text()).not.toContain("This browser cannot");
  });
});
