/** What a desk asks of the server, as JSON beside its pictures; undefined where there is none to read. */
export function readAsk(form: FormData): unknown {
  const text = form.get("ask");
  try {
    return typeof text === "string" ? JSON.parse(text) : undefined;
  } catch {
    return undefined;
  }
}
