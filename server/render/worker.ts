import { parentPort } from "node:worker_threads";
import { paintStrip, type StripJob } from "./job";

parentPort?.on("message", ({ id, job }: { id: number; job: StripJob }) => {
  try {
    parentPort?.postMessage({ id, png: paintStrip(job) });
  } catch (error) {
    parentPort?.postMessage({ id, fault: error instanceof Error ? error.message : String(error) });
  }
});
