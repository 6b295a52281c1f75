import { character } from "@core/measure/character";
import { inkBudget } from "@core/measure/ink-budget";
import { ripple } from "@core/measure/ripple";
import { scoreOf } from "@core/measure/score";
import { fetchPictures } from "~/engine/fetch-pictures";
import { servePort } from "~/port/serve-port";
import type { Measuring } from "./protocol";

// Measuring has a worker of its own: nobody who draws waits for it.
servePort<Measuring>(self, {
  calls: {
    measure: async ({ brush, samples, width, height }, job) => {
      job.say("score", scoreOf(brush, samples, 1));
      const pictures = await fetchPictures(brush);
      if (!(await job.wanted())) return undefined;
      const budget = await inkBudget(brush, samples, { width, height }, pictures, job.wanted);
      if (!budget) return undefined;
      job.say("budget", budget);
      if (!(await job.wanted())) return undefined;
      job.say("character", character(brush, pictures));
      if (!(await job.wanted())) return undefined;
      job.say("ripple", ripple(brush, pictures));
      return true;
    },
  },
  tells: {},
});
