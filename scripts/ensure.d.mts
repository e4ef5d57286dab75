/** The path of a Chromium to test with; ends the process where there is none and none can be installed. */
export function ensureChromium(): string;
