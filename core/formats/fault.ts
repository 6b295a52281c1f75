/** Something from outside that cannot be used; the message is one line that says what and where. */
export class FormatError extends Error {
  override name = "FormatError";
}
