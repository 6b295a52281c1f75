import { servePort } from "~/port/serve-port";
import { openPicture } from "./open-picture";
import type { FileOpening } from "./opening-protocol";

servePort<FileOpening>(self, {
  calls: {
    open: async (file, job) => {
      const picture = await openPicture(file);
      job.transfer(picture.data.buffer);
      return picture;
    },
  },
  tells: {},
});
