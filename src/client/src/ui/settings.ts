import { create } from "zustand";
import { type PersistStorage, persist } from "zustand/middleware";
import type { Schemas } from "../api/client";
import type { UnitOrder } from "./unitOrder";

type AlertKind = Schemas["AlertKind"];

/** What this device prefers. It stays on the device. */
export interface DeviceSettings {
  light: "day" | "night" | "clock";
  keyRows: boolean;
  sound: boolean;
  alarms: boolean;
  /** Kinds of alert that make no sound here. */
  quiet: readonly AlertKind[];
  /** How long lists of units stand. */
  unitOrder: UnitOrder;
}

const name = "hexaprep-device";
const usual: DeviceSettings = { light: "day", keyRows: true, sound: false, alarms: true, quiet: [], unitOrder: "date" };

// Kept as plain members. A private window and a full disk refuse: then it holds for as long as the page.
const storage: PersistStorage<DeviceSettings> = {
  getItem: (key) => attempt(() => ({ state: { ...usual, ...JSON.parse(localStorage.getItem(key) ?? "{}") } })) ?? null,
  setItem: (key, { state }) => {
    attempt(() => localStorage.setItem(key, JSON.stringify(state)));
  },
  removeItem: (key) => {
    attempt(() => localStorage.removeItem(key));
  },
};

function attempt<T>(act: () => T): T | undefined {
  try {
    return act();
  } catch {
    return undefined;
  }
}

/** What this device prefers; without a browser's store (a private window) for as long as the page lives. */
export const useDevice = create<DeviceSettings>()(persist(() => usual, { name, storage }));

export function setDevice(next: Partial<DeviceSettings>): void {
  useDevice.setState(next);
}

/** Night by the clock is from 19:00 to 07:00 local time. */
export function isNight(light: DeviceSettings["light"], hour: number): boolean {
  return light === "night" || (light === "clock" && (hour >= 19 || hour < 7));
}

/** A short low sound, if wished: one tick. */
export function knock(): void {
  if (useDevice.getState().sound) play([140], 0.09);
}

/** Rings: two tones up for what is safe, three down for what is about to be lost. */
export function ring(isLoss: boolean): void {
  play(isLoss ? [660, 520, 390] : [390, 580], 0.28);
}

function play(tones: readonly number[], seconds: number): void {
  // Before the first touch a browser lets no page sound: the sign and the title stand all the same.
  if (navigator.userActivation && !navigator.userActivation.hasBeenActive) return;
  const audio = new AudioContext();
  tones.forEach((hertz, i) => {
    const from = audio.currentTime + i * seconds;
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = hertz;
    gain.gain.setValueAtTime(0.18, from);
    gain.gain.exponentialRampToValueAtTime(0.001, from + seconds);
    tone.connect(gain).connect(audio.destination);
    tone.start(from);
    tone.stop(from + seconds + 0.01);
    if (i === tones.length - 1) tone.onended = () => void audio.close();
  });
}
