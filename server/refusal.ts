/**
 * Why something is not done now, or not at all, in words for whoever asked. It has the shape of React Router's error responses
 * (`isRouteErrorResponse`), so that wherever it is thrown the answer has its status and says these words, and not "500".
 */
export abstract class Refusal extends Error {
  /** As React Router has it: not one of its own. */
  readonly internal = false;
  /** Of HTTP (RFC 9110, RFC 6585). */
  abstract readonly status: 400 | 429 | 503 | 507;
  abstract readonly statusText: string;
  /** What is said: a property of its own, since what is sent on are those. */
  readonly data: string;

  constructor(message: string) {
    super(message);
    this.data = message;
  }
}
