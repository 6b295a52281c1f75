import { withStep } from "@core/desk/tip/steps";
import type { StepAsk, StepTell } from "./protocol";

// A worker of its own: work that takes long is ended by ending the worker.
addEventListener("message", ({ data: { sheet, step } }: MessageEvent<StepAsk>) => {
  const tell = (message: StepTell) => postMessage(message);
  try {
    tell({ kind: "done", sheet: withStep(sheet, step) });
  } catch (error) {
    tell({ kind: "fault", message: error instanceof Error ? error.message : String(error) });
  }
});
