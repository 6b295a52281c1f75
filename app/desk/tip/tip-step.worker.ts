import { withStep } from "@core/desk/tip/steps";
import { servePort } from "~/port/serve-port";
import type { StepDoing } from "./protocol";

servePort<StepDoing>(self, { calls: { step: ({ sheet, step }) => withStep(sheet, step) }, tells: {} });
