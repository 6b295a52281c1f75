import type { LicenceId } from "@core/formats/package";

/** The rows of every table, as the migrations make them; Knex types its queries by them. */

interface AccountRow {
  id: string;
  email: string;
  studio: string;
  password_hash: string;
  created_at: Date;
}

interface SessionRow {
  token_hash: Buffer;
  account_id: string;
  expires_at: Date;
}

interface ImageRow {
  sha256: string;
  bytes: Buffer;
  width: number;
  height: number;
}

interface BrushRow {
  id: string;
  account_id: string;
  name: string;
  revision: number;
  origin: string;
  position: number;
  changed_at: Date;
  made_from_id: string | null;
  made_from_revision: number | null;
  taken_edition_id: string | null;
  taken_file: string | null;
  taken_hash: string | null;
  binned_at: Date | null;
  values_hash: string;
  words: string;
  revision_words: string;
  favourite: boolean;
  category: string;
  made_at: Date | null;
  used_at: Date | null;
}

interface BrushTagRow {
  brush_id: string;
  tag: string;
}

/** What was measured of all brushes that paint alike. */
interface MeasureRow {
  values_hash: string;
  methods: number;
  body: string;
  /** Divided by commas. */
  traits: string;
  width: number;
  edge: number;
  coverage: number;
  texture: number;
  passes: number | null;
  carry: number;
  cost: number;
  made_at: Date;
}

interface StripRow {
  hash: string;
  png: Buffer;
  made_at: Date;
}

interface RevisionRow {
  brush_id: string;
  number: number;
  body: string;
  note: string;
  made_at: Date;
}

interface SetRow {
  id: string;
  account_id: string;
  name: string;
  licence: LicenceId;
  notes: string;
  credits: string;
  revision: number;
  changed_at: Date;
  binned_at: Date | null;
  cover_sha256: string | null;
  /** JSON. */
  waivers: string;
  /** Whether the stand-in till hands out its vouchers. */
  till: boolean;
}

interface SetBrushRow {
  set_id: string;
  brush_id: string;
  position: number;
  group_name: string;
  in_sampler: boolean;
  note: string;
  used_for: string;
}

interface EditionRow {
  id: string;
  set_id: string;
  version: string;
  name: string;
  studio: string;
  package_sha256: string;
  package: Buffer;
  specimen_sha256: string;
  published_at: Date;
  kind: "full" | "sampler";
  sampler_of: string | null;
  withdrawn_at: Date | null;
  withdrawn_why: string;
  licence: LicenceId;
  /** What the maker says is new. */
  note: string;
  access: "open" | "voucher";
  brushes: number;
  /** Divided by commas. */
  traits: string;
  cover_sha256: string | null;
  words: string;
}

/** An edition that is being published, or was. */
interface PublicationRow {
  id: string;
  account_id: string;
  set_id: string;
  version: string;
  /** JSON. */
  body: string;
  state: "waiting" | "running" | "done" | "failed";
  step: string;
  share: number;
  fault: string;
  edition_id: string | null;
  asked_at: Date;
  claimed_at: Date | null;
  /** Of several processes that may think it theirs, the one that it is. */
  claimed_by: string | null;
}

/** What took longer than it may, by what was done and the hash of what it was done with. */
interface TooCostlyRow {
  what: string;
  hash: string;
  found_at: Date;
}

/** A part of the demo workshop that is there. */
interface DemoPartRow {
  part: string;
  /** The ids of what was made, JSON. */
  made: string;
  made_at: Date;
}

interface TakeRow {
  edition_id: string;
  account_id: string;
  taken_at: Date;
}

/** How often an edition was taken, downloaded and tried on one day; nobody's name is in it. */
interface EditionDayRow {
  edition_id: string;
  day: Date | string;
  takes: number;
  downloads: number;
  tries: number;
}

/** What renewing did, so that it can be taken back. */
interface RenewalRow {
  id: string;
  account_id: string;
  edition_id: string;
  /** JSON. */
  body: string;
  done_at: Date;
  undone_at: Date | null;
}

interface VoucherRow {
  code: string;
  set_id: string;
  note: string;
  made_by: "maker" | "till";
  made_at: Date;
  used_by: string | null;
  used_at: Date | null;
}

/** Tips and grains that are kept. */
interface PaintRow {
  id: string;
  account_id: string;
  name: string;
  colour: string;
  tint: string;
  parts: number;
  made_at: Date;
}

interface KeptRow {
  id: string;
  account_id: string;
  name: string;
  tags: string;
  credit: string;
  licence: LicenceId;
  body: string;
  made_at: Date;
  binned_at: Date | null;
}

interface StudyRow {
  id: string;
  account_id: string;
  set_id: string | null;
  brush_id: string | null;
  /** Whether it shows one brush: also when that is gone. */
  vignette: boolean;
  name: string;
  width: number;
  height: number;
  paper: string;
  notes: string;
  revision: number;
  goes_out: boolean;
  acts: number;
  bytes: number;
  picture_sha256: string | null;
  changed_at: Date;
}

interface StudyBrushRow {
  study_id: string;
  hash: string;
  body: string;
}

interface StudyPartRow {
  study_id: string;
  first: number;
  acts: number;
  body: string;
}

/** A study that went out with an edition, as it was then. */
interface DemonstrationRow {
  edition_id: string;
  number: number;
  name: string;
  brush_file: string | null;
  width: number;
  height: number;
  paper: string;
  acts: number;
  length_ms: number;
  package_sha256: string;
  package: Buffer;
}

/** A picture that goes out with an edition. */
interface EditionPictureRow {
  edition_id: string;
  sha256: string;
}

interface StageRow {
  edition_id: string;
  demonstration: number;
  acts: number;
  sha256: string;
}

interface AnswerRow {
  id: string;
  edition_id: string;
  account_id: string | null;
  kind: string;
  says: string;
  brush_file: string | null;
  stroke: string | null;
  address_hash: Buffer;
  made_at: Date;
  read_at: Date | null;
  guest: string;
  reply: string;
  replied_at: Date | null;
  done_at: Date | null;
  hidden_at: Date | null;
}

interface SignInTriesRow {
  key_hash: Buffer;
  tries: number;
  last_at: Date;
}

declare module "knex/types/tables" {
  interface Tables {
    accounts: AccountRow;
    sessions: SessionRow;
    images: ImageRow;
    brushes: BrushRow;
    brush_tags: BrushTagRow;
    measures: MeasureRow;
    strips: StripRow;
    revisions: RevisionRow;
    sets: SetRow;
    set_brushes: SetBrushRow;
    editions: EditionRow;
    paints: PaintRow;
    tips: KeptRow;
    grains: KeptRow;
    sign_in_tries: SignInTriesRow;
    studies: StudyRow;
    study_brushes: StudyBrushRow;
    study_parts: StudyPartRow;
    demonstrations: DemonstrationRow;
    edition_pictures: EditionPictureRow;
    stages: StageRow;
    answers: AnswerRow;
    publications: PublicationRow;
    too_costly: TooCostlyRow;
    demo_parts: DemoPartRow;
    takes: TakeRow;
    edition_days: EditionDayRow;
    vouchers: VoucherRow;
    renewals: RenewalRow;
  }
}
