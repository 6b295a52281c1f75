import { brushPictures } from "@core/brush";
import { packStudy } from "@core/formats/study";
import type { StudySheetSize } from "@core/study/model";
import { fileName } from "~/formats/file-name";
import { saveFile } from "~/ui/save-file";
import type { StudySession } from "../state/session";
import { browserShelf } from "./shelf";

/** Hands what this browser keeps of a study to the painter as a study's file: the way out where nothing else takes it. */
export async function saveHere(session: StudySession, study: StudySheetSize & { readonly id: string }): Promise<void> {
  const kept = new Map(await browserShelf(study.id).entries());
  const acts = [];
  for (let n = 0; ; n++) {
    const act = kept.get(n);
    if (!act) break;
    acts.push(act);
  }
  const brushes = new Map(session.instruments.map(({ hash, brush }) => [hash, brush]));
  const files = new Map<string, Uint8Array>();
  for (const path of new Set([...brushes.values()].flatMap(brushPictures))) {
    const answer = await fetch(`/${path}`).catch(() => undefined);
    if (answer?.ok) files.set(path, new Uint8Array(await answer.arrayBuffer()));
  }
  const { name, notes } = session.store.get();
  const { width, height, paper } = study;
  const bytes = packStudy({ name, studio: "", width, height, paper, ...notes, acts, brushes, files });
  saveFile(Uint8Array.from(bytes), `${fileName(name, "study")}.zip`, "application/zip");
}
