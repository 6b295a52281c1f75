import { character } from "@core/measure/character";
import { inkBudget } from "@core/measure/ink-budget";
import { ripple } from "@core/measure/ripple";
import { scoreOf } from "@core/measure/score";
import { fetchPictures } from "~/engine/fetch-pictures";
import { servePort } from "~/port/serve-port";
import { buildShown } from "./build-shown";
import type { Measuring } from "./protocol";
import { strokePicture } from "./stroke-picture";

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
    stroke: async (ask, job) => {
      const pictures = await fetchPictures(ask.brush);
      const under = ask.below?.kind === "paint" ? await fetchPictures(ask.below.brush) : undefined;
      if (!(await job.wanted())) return undefined;
      const picture = await strokePicture(ask, pictures, under);
      job.transfer(picture);
      return picture;
    },
    builds: async ({ brush, colours, width, height }, job) => {
      const pictures = await fetchPictures(brush);
      const up = await buildShown(
        { ...brush, paint: { ...brush.paint, build: "build-up" } },
        pictures,
        colours,
        width,
        height,
      );
      if (!(await job.wanted())) return undefined;
      const even = await buildShown(
        { ...brush, paint: { ...brush.paint, build: "even" } },
        pictures,
        colours,
        width,
        height,
      );
      job.transfer(up.picture, even.picture);
      return { "build-up": up, even };
    },
  },
  tells: {},
});
