import { chromium } from "playwright-core";

const flags = [
  "--headless",
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

/** Debian's Chromium without a window and without calls to the outside. */
export function launchChromium() {
  return chromium.launch({ executablePath: "/usr/bin/chromium", args: flags });
}
