/** Whether an error is of this kind, also where it was thrown by another copy of our code: server and pages are built apart. */
export function isFault(error: unknown, kind: { readonly faultName: string }): error is Error {
  return error instanceof Error && error.name === kind.faultName;
}

/** Something from outside that cannot be used; the message is one line that says what and where. */
export class FormatError extends Error {
  static readonly faultName = "FormatError";
  override name = FormatError.faultName;
}
