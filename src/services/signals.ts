"use client";

/** Tones that are heard beside a running engine, made on the device; vibration and speech where the device has them. */
import type { SignalKind, SignalSettings } from "@/core/readings/stream/signals";

/** Frequency, Hz (0 is a pause), and length, s. Each differs in rhythm, not only in pitch, so that it is told apart beside an engine. */
const tones: Record<SignalKind, readonly (readonly [hz: number, seconds: number])[]> = {
  settled: [
    [660, 0.12],
    [0, 0.05],
    [880, 0.2],
  ],
  captured: [[1320, 0.09]],
  "open-valve": [
    [880, 0.3],
    [0, 0.08],
    [1175, 0.3],
  ],
  stop: [
    [1480, 0.14],
    [0, 0.06],
    [1480, 0.14],
    [0, 0.06],
    [1480, 0.14],
  ],
  "hold-finished": [
    [523, 0.35],
    [0, 0.12],
    [523, 0.35],
    [0, 0.12],
    [784, 0.5],
  ],
  "source-lost": [
    [440, 0.3],
    [330, 0.3],
    [220, 0.5],
  ],
};

/** Milliseconds on and off. */
const vibrations: Record<SignalKind, number[]> = {
  settled: [60],
  captured: [30],
  "open-valve": [120, 60, 120],
  stop: [250, 80, 250, 80, 250],
  "hold-finished": [300, 100, 300],
  "source-lost": [400, 100, 100],
};

let audio: AudioContext | null = null;
/** Ramp at either end of a tone, so that it does not click, s. */
const RAMP_S = 0.012;

/** Sounds a signal; `said` is spoken where speech is on and the device has a voice of its own. A device that cannot is silent. */
export function ring(kind: SignalKind, { volume, vibration, speech }: SignalSettings, said: string): void {
  if (vibration && "vibrate" in navigator) navigator.vibrate(vibrations[kind]);
  if (volume > 0) sound(kind, volume);
  if (speech && volume > 0) speak(said, volume);
}

function sound(kind: SignalKind, volume: number): void {
  if (typeof AudioContext === "undefined") return;
  audio ??= new AudioContext();
  // A page that was not touched yet may make no sound.
  if (audio.state === "suspended") void audio.resume().catch(() => undefined);
  let at = audio.currentTime + 0.02;
  for (const [hz, seconds] of tones[kind]) {
    if (hz > 0) {
      const tone = audio.createOscillator();
      const loudness = audio.createGain();
      tone.type = kind === "stop" ? "square" : "triangle";
      tone.frequency.value = hz;
      loudness.gain.setValueAtTime(0, at);
      loudness.gain.linearRampToValueAtTime(volume, at + RAMP_S);
      loudness.gain.setValueAtTime(volume, at + seconds - RAMP_S);
      loudness.gain.linearRampToValueAtTime(0, at + seconds);
      tone.connect(loudness).connect(audio.destination);
      tone.start(at);
      tone.stop(at + seconds);
    }
    at += seconds;
  }
}

function speak(said: string, volume: number): void {
  if (!("speechSynthesis" in window)) return;
  const voice = speechSynthesis.getVoices().find(({ localService, lang }) => localService && lang.startsWith("en"));
  // A voice from elsewhere would send the words away.
  if (voice === undefined) return;
  speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(said);
  words.voice = voice;
  words.volume = volume;
  speechSynthesis.speak(words);
}

/** Tells of something in a tab that is not seen, where the person has allowed it. */
export function notifyHidden(title: string, body: string): void {
  if (!document.hidden || !("Notification" in window) || Notification.permission !== "granted") return;
  try {
    new Notification(title, { body, tag: title });
  } catch {
    // Some devices notify from a service worker only; the tone is heard all the same.
  }
}

export type NoticePermission = "granted" | "denied" | "default" | "unsupported";
export const noticePermission = (): NoticePermission =>
  "Notification" in window ? Notification.permission : "unsupported";
export const askToNotify = async (): Promise<NoticePermission> =>
  "Notification" in window ? Notification.requestPermission() : "unsupported";
