/** Every limit that the server puts on what comes from outside; formats have their own beside their readers in `core/formats`. */

const KB = 1 << 10;
const MB = 1 << 20;

/** The most bytes of one picture that a tip or a grain is made of. */
export const MAX_PICTURE_BYTES = 48 * MB;
/** The most bytes of a package that is put on a shelf. */
export const MAX_PACKAGE_BYTES = 64 * MB;
/** What a form adds to the files in it. */
const FORM = 64 * KB;

/** How much a request may send, and how long that may take. */
export interface BodyLimit {
  readonly bytes: number;
  readonly seconds: number;
}

/** The most bytes of acts that are sent at once: one long stroke. */
export const MAX_ACTS_BYTES = 4 * MB;
/** The most bytes of a study's small picture. */
export const MAX_STUDY_PICTURE_BYTES = 2 * MB;
/** The most bytes of acts that one study holds. */
export const MAX_STUDY_BYTES = 128 * MB;

const form: BodyLimit = { bytes: FORM, seconds: 20 };
/** A brush, or the list of a set's. */
const json: BodyLimit = { bytes: MB, seconds: 30 };
const upload = (bytes: number): BodyLimit => ({ bytes: bytes + FORM, seconds: 180 });

const bodies: readonly { readonly path: RegExp; readonly limit: BodyLimit }[] = [
  { path: /^\/(tips|grains|covers)$/, limit: upload(MAX_PICTURE_BYTES) },
  // A family of tips goes up as one.
  { path: /^\/desk\/(tip|grain)$/, limit: upload(MAX_PACKAGE_BYTES) },
  { path: /^\/(shelf|studies)$/, limit: upload(MAX_PACKAGE_BYTES) },
  { path: /^\/editions\/[\w-]+\/answers$|^\/renew\/[\w-]+$|^\/shelf\/(acts|package\.zip)$/, limit: json },
  { path: /^\/(bench|sets)\/[\w-]+(\/publish)?$|^\/studies\/[\w-]+\/notes$/, limit: json },
  { path: /^\/studies\/[\w-]+\/picture\.png$/, limit: upload(MAX_STUDY_PICTURE_BYTES) },
  { path: /^\/studies\/[\w-]+\/(acts|apart)$/, limit: { bytes: MAX_ACTS_BYTES, seconds: 60 } },
];

/** The limit for a request to this path. @param path without its search; pages ask for their data with `.data` at the end */
export function bodyLimit(path: string): BodyLimit {
  const plain = path.replace(/\.data$/, "");
  return bodies.find((one) => one.path.test(plain))?.limit ?? form;
}

/** How long the database may take to take a connection on, to give one that is free, and to answer, ms. */
export const CONNECT_TIMEOUT = 5_000;
export const ACQUIRE_TIMEOUT = 15_000;
export const QUERY_TIMEOUT = 30_000;
/** How long it may take to say that it is well, ms. */
export const HEALTH_TIMEOUT = 3_000;

/** The most letters of JSON that a form or a request carries. */
export const MAX_JSON = MB;

/** The most answers to editions that one account, or one address without an account, may send within an hour. */
export const ANSWERS = { name: "answers", anHour: 12 } as const;

/** The most unused vouchers that a set has. */
export const MOST_VOUCHERS = 500;
/** How often a code may be tried, and the stand-in till be used, within an hour, by one account. */
export const VOUCHER_TRIES = { name: "voucher", anHour: 20 } as const;
export const TILL_TRIES = { name: "till", anHour: 10 } as const;
/** The same for all accounts at one address: many painters may sit behind one. */
export const VOUCHER_TRIES_TOGETHER = { name: "voucher together", anHour: 400 } as const;
export const TILL_TRIES_TOGETHER = { name: "till together", anHour: 200 } as const;
/** How often one address is counted as having tried an edition within an hour. */
export const PAD_TRIES = { name: "pad", anHour: 60 } as const;

/** The methods that are answered at all. */
export const METHODS: readonly string[] = ["GET", "HEAD", "POST"];

/** How long a request's headers, and all of it, may take to arrive, ms. */
export const HEADERS_TIMEOUT = 15_000;
export const REQUEST_TIMEOUT = 200_000;

/** The most strips that are kept; the oldest go first, and are painted anew when they are asked for. */
export const MOST_STRIPS = 100_000;

/** The most brushes that are changed, binned or exported at once. */
export const MOST_AT_ONCE = 10_000;

/** How long a thread may work at something, ms of the processor: waiting does not count. */
export const MEASURE_TIMEOUT = 30_000;
export const STRIP_TIMEOUT = 30_000;
export const PICTURE_TIMEOUT = 30_000;
export const STAGES_TIMEOUT = 300_000;
/** The most painting of one study that goes out with an edition, as `workOfStudy` counts it: about two minutes of a core. */
export const MOST_STUDY_WORK = 120e9;
export const PACKAGE_TIMEOUT = 60_000;
/** The most of one account's, or one address's, that waits for such a thread; what comes then is asked to come again. */
export const MOST_QUEUED = 400;
/** The px that one account's pictures may have while they are read at one time: four of the largest. */
export const PIXELS_IN_FLIGHT = 4 * 4096 * 4096;

/** Tries to sign in that are free, for one account from one address and for one address, and what the next ones wait, s. */
export const SIGN_IN = {
  account: { free: 5, base: 2 },
  address: { free: 30, base: 2 },
  /** The longest wait. */
  most: 900,
  /** After so long without a try all is forgotten. */
  forgotten: 24 * 3600,
} as const;
