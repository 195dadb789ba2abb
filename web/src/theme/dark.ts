/** Light or dark: by the system's choice, or by hand on this device. */
import { useSyncExternalStore } from "react";

export type Theme = "system" | "light" | "dark";

const KEY = "finebatch.theme";
const system = window.matchMedia("(prefers-color-scheme: dark)");
const listeners = new Set<() => void>();

const chosen = (): Theme => {
  const kept = localStorage.getItem(KEY);
  return kept === "light" || kept === "dark" ? kept : "system";
};

function apply() {
  const dark = chosen() === "dark" || (chosen() === "system" && system.matches);
  document.documentElement.dataset.theme = dark ? "dark" : "light";
  for (const listener of listeners) listener();
}

/** To be called once, before anything is drawn. */
export function startTheme() {
  system.addEventListener("change", apply);
  apply();
}

function setTheme(theme: Theme) {
  if (theme === "system") localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, theme);
  apply();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

export const useTheme = () => [useSyncExternalStore(subscribe, chosen), setTheme] as const;
