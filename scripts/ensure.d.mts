/** The path of a Chromium to test with; ends the process where there is none and none can be installed. */
export function ensureChromium(): string;
/** Builds the app where its sources have changed since it was built last. */
export function ensureBuilt(): void;
/** The project's root. */
export const ROOT: string;
