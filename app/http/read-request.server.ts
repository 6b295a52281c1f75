import { FormatError, isFault } from "@core/formats/fault";
import { parseJson } from "@core/formats/json";
import { MAX_JSON } from "@server/limits";
import { AllowanceSpent } from "@server/render/allowance";
import { PoolBusy, TooCostly } from "@server/render/pool";
import { data } from "react-router";

/** What a form sends. @throws a 400 where the request is no form */
export async function readForm(request: Request): Promise<FormData> {
  try {
    return await request.formData();
  } catch {
    throw data("The request could not be read: it is no form.", { status: 400 });
  }
}

/** What a request sends as JSON; undefined where it is none, or more or deeper than anything of ours. */
export async function readJson(request: Request, letters = MAX_JSON, pieces?: number): Promise<unknown> {
  return readJsonText(await request.text(), letters, pieces);
}

/** As `readJson`, of a text that stands in a form. */
export function readJsonText(text: unknown, letters = MAX_JSON, pieces?: number): unknown {
  try {
    return typeof text === "string" ? parseJson(text, "request", letters, pieces) : undefined;
  } catch (error) {
    if (error instanceof FormatError) return undefined;
    throw error;
  }
}

/** A file from a form; undefined where there is none, or an empty one. */
export function fileOf(form: FormData, name: string): File | undefined {
  const file = form.get(name);
  return file instanceof File && file.size > 0 ? file : undefined;
}

/** What is answered where something from outside cannot be used, or not now. @throws whatever else went wrong */
export function faultOf(error: unknown): { readonly fault: string; readonly status: 400 | 429 | 503 } {
  if (isFault(error, FormatError)) return { fault: error.message, status: 400 };
  if (isFault(error, AllowanceSpent)) return { fault: error.message, status: 429 };
  if (isFault(error, PoolBusy)) return { fault: error.message, status: 503 };
  // Asked again it would take as long again.
  if (isFault(error, TooCostly)) return { fault: error.message, status: 400 };
  throw error;
}
