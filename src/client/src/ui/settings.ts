import { useSyncExternalStore } from "react";

/** What this device prefers. It stays on the device. */
export interface DeviceSettings {
  light: "day" | "night" | "clock";
  keyRows: boolean;
  sound: boolean;
}

const name = "hexaprep-device";
const usual: DeviceSettings = { light: "day", keyRows: true, sound: false };
let settings: DeviceSettings = read();
const watchers = new Set<() => void>();

function read(): DeviceSettings {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(name) ?? "{}") as Partial<DeviceSettings>) };
  } catch {
    return usual;
  }
}

export function setDevice(next: Partial<DeviceSettings>): void {
  settings = { ...settings, ...next };
  localStorage.setItem(name, JSON.stringify(settings));
  for (const tell of watchers) tell();
}

export function useDevice(): DeviceSettings {
  return useSyncExternalStore(
    (tell) => {
      watchers.add(tell);
      return () => watchers.delete(tell);
    },
    () => settings,
  );
}

/** Night by the clock is from 19:00 to 07:00 local time. */
export function isNight(light: DeviceSettings["light"], hour: number): boolean {
  return light === "night" || (light === "clock" && (hour >= 19 || hour < 7));
}

/** A short low sound, if wished: one tick. */
export function knock(): void {
  if (!settings.sound) return;
  const audio = new AudioContext();
  const tone = audio.createOscillator();
  const gain = audio.createGain();
  tone.frequency.value = 140;
  gain.gain.setValueAtTime(0.18, audio.currentTime);
  gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.09);
  tone.connect(gain).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.1);
  tone.onended = () => void audio.close();
}
