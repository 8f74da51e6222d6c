import { useEffect, useRef, useState } from "react";
import { locale } from "@/words/catalogue";
import { say } from "@/words/say";

/** Sound, vibration and speech, each of its own; and the screen that stays awake. Kept in this browser. */
export interface Cues {
  sound: boolean;
  buzz: boolean;
  speech: boolean;
  awake: boolean;
  /** A notification while the page is out of sight. */
  notice: boolean;
  metronome: boolean;
}

const PLACE = "brasko-cues";
const FIRST: Cues = {
  sound: true,
  buzz: "vibrate" in navigator,
  speech: false,
  awake: true,
  notice: false,
  metronome: false,
};

export function useCueSwitches(): [Cues, (change: Partial<Cues>) => void] {
  const [cues, setCues] = useState<Cues>(() => {
    try {
      return { ...FIRST, ...(JSON.parse(localStorage.getItem(PLACE) ?? "{}") as Partial<Cues>) };
    } catch {
      return FIRST;
    }
  });
  const change = (part: Partial<Cues>) =>
    setCues((old) => {
      const next = { ...old, ...part };
      try {
        localStorage.setItem(PLACE, JSON.stringify(next));
      } catch {
        /* only this visit then */
      }
      return next;
    });
  return [cues, change];
}

/** What this browser cannot do at all, of what can be switched on. */
export const cannot = (): ("sound" | "buzz" | "speech")[] => [
  ...("AudioContext" in window ? [] : (["sound"] as const)),
  ...("vibrate" in navigator ? [] : (["buzz"] as const)),
  ...("speechSynthesis" in window ? [] : (["speech"] as const)),
];

let audio: AudioContext | null = null;

/** A tone; without sound on this machine nothing happens. */
export function beep(hz: number, seconds: number, loud = 0.3) {
  try {
    audio ??= new AudioContext();
    if (audio.state === "suspended") void audio.resume();
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = hz;
    gain.gain.setValueAtTime(loud, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + seconds);
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + seconds);
  } catch {
    /* no audio here */
  }
}

export function speakAloud(words: string) {
  if (!("speechSynthesis" in window)) return;
  window.speechSynthesis.cancel();
  const utterance = new SpeechSynthesisUtterance(words);
  utterance.lang = locale();
  window.speechSynthesis.speak(utterance);
}

export function give(cues: Cues, words: string, urgent: boolean) {
  if (cues.sound) {
    beep(urgent ? 880 : 587, 0.35);
    if (urgent) window.setTimeout(() => beep(1175, 0.45), 240);
  }
  // a browser refuses, aloud, to vibrate before the page was touched
  if (cues.buzz && "vibrate" in navigator && navigator.userActivation?.hasBeenActive)
    navigator.vibrate(urgent ? [220, 90, 220] : 120);
  if (cues.speech) speakAloud(words);
  if (cues.notice) void notify(words);
}

/** Whether this page may notify: only a page over https (or of this very machine) can ask, and whoever asks may be
 * refused. */
export const noticeState = (): "granted" | "denied" | "default" | "impossible" =>
  "Notification" in window && window.isSecureContext && "serviceWorker" in navigator
    ? Notification.permission
    : "impossible";

/** Ask once for notifications; the answer is the browser's. */
export async function askForNotices(): Promise<ReturnType<typeof noticeState>> {
  const state = noticeState();
  return state === "default" ? await Notification.requestPermission() : state;
}

/** A notification that takes the place of the one before, while nobody looks at the page. */
async function notify(words: string) {
  if (!document.hidden || noticeState() !== "granted") return;
  const here = await navigator.serviceWorker.getRegistration();
  await here?.showNotification(words, {
    tag: "brasko-cue",
    icon: "/ember.svg",
    data: { url: location.href },
  });
}

export interface Awaited {
  /** Names one action; a new key is a new thing to wait for. */
  key: string;
  name: string;
  leftS: number;
}

const AHEAD_S = [60, 10, 0];
/** A phone that slept wakes with the moment past: later than this the cue is told as missed instead. */
const MISSED_S = 20;

/** Give a cue a minute ahead, ten seconds ahead and at the moment; tells what was missed while the page slept. */
export function useCue(cues: Cues, awaited: Awaited | null, speed: number): string | null {
  const given = useRef(new Map<string, number>());
  const [missed, setMissed] = useState<{ key: string; name: string } | null>(null);
  useEffect(() => {
    if (!awaited) return;
    const left = awaited.leftS / speed;
    const last = AHEAD_S.filter((s) => left <= s).pop();
    if (last === undefined) return;
    const before = given.current.get(awaited.key);
    if (before !== undefined && before <= last) return;
    given.current.set(awaited.key, last);
    if (last === 0 && left < -MISSED_S && before === undefined) {
      window.setTimeout(() => setMissed({ key: awaited.key, name: awaited.name }));
      return;
    }
    give(
      cues,
      last === 0
        ? say("screen-cues-now", { name: awaited.name })
        : say("screen-cues-in", {
            name: awaited.name,
            value: last === 60 ? say("screen-cues-one-minute") : say("screen-cues-ten-seconds"),
          }),
      last === 0,
    );
  }, [awaited, cues, speed]);
  return missed !== null && missed.key === awaited?.key ? missed.name : null;
}

/** Keep the screen awake while it is looked at; false where the browser cannot or will not. */
export function useAwake(wanted: boolean): boolean {
  const [held, setHeld] = useState(false);
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let stopped = false;
    const ask = async () => {
      if (document.hidden) return;
      try {
        const got = await navigator.wakeLock.request("screen");
        if (stopped) {
          void got.release();
          return;
        }
        lock = got;
        setHeld(true);
        got.addEventListener("release", () => setHeld(false));
      } catch {
        setHeld(false);
      }
    };
    void ask();
    const back = () => void ask();
    document.addEventListener("visibilitychange", back);
    return () => {
      stopped = true;
      document.removeEventListener("visibilitychange", back);
      void lock?.release();
    };
  }, [wanted]);
  return wanted && held;
}

/** A tick every second of the cook, louder as a flip comes near. */
export function useMetronome(on: boolean, leftS: number | null) {
  const last = useRef<number | null>(null);
  useEffect(() => {
    if (!on || leftS === null) {
      last.current = null;
      return;
    }
    const second = Math.ceil(leftS);
    if (last.current === second) return;
    last.current = second;
    if (second > 0 && second <= 3) beep(784, 0.12, 0.35);
    else if (second > 0) beep(440, 0.05, 0.12);
  }, [on, leftS]);
}
