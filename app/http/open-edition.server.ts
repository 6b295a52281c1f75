import { mayHave } from "@server/editions/may-have";
import { type EditionEntry, findEdition } from "@server/editions/repository";
import { type AppLoadContext, data } from "react-router";
import { notFound } from "./answers";

/**
 * The edition that some address is about, while it is out, or for those who have it.
 * @throws a 404 where there is none, a 410 where it is withdrawn from whoever asks
 */
export async function openEdition(
  { database, account }: Pick<AppLoadContext, "database" | "account">,
  id: string,
): Promise<EditionEntry> {
  const edition = await findEdition(database, id);
  if (!edition) throw notFound("edition");
  if (edition.withdrawnAt && !(await mayHave(database, edition, account?.id)))
    throw data("Its maker has withdrawn this edition.", { status: 410 });
  return edition;
}
