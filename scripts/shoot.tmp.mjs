import { launchChromium } from "./chromium.mjs";

const browser = await launchChromium();
const page = await browser.newPage({ viewport: { width: +(process.env.W ?? 1280), height: +(process.env.H ?? 800) }, baseURL: "http://127.0.0.1:4870" });
page.on("console", (m) => m.type() === "error" && console.log("console:", m.text()));
page.on("pageerror", (e) => console.log("pageerror:", e.message));
await page.goto("/");
await page.getByRole("button", { name: "Enter the demo workshop" }).click();
await page.getByRole("button", { name: "New brush" }).waitFor();
const bench = async (name) => {
  await page.goto("/shelf");
  await page.getByRole("link", { name, exact: true }).last().click();
  await page.waitForTimeout(1800);
};
const shot = (n) => page.screenshot({ path: `/tmp/${n}.png` });
const steps = await import(process.argv[2]);
await steps.default({ page, bench, shot });
await browser.close();
