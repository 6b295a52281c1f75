import { LEVEL } from "../brush";
import { alikeNames } from "./checks/alike-names";
import { credits } from "./checks/credits";
import { duplicates } from "./checks/duplicates";
import { empty } from "./checks/empty";
import { grainUnlike } from "./checks/grain-unlike";
import { idle } from "./checks/idle";
import { invisible } from "./checks/invisible";
import { level } from "./checks/level";
import { licences } from "./checks/licences";
import { pale } from "./checks/pale";
import { panel } from "./checks/panel";
import { pictures } from "./checks/pictures";
import { signals } from "./checks/signals";
import { size } from "./checks/size";
import { slow } from "./checks/slow";
import { vignette } from "./checks/vignette";
import { words } from "./checks/words";
import { type Check, type CheckedSet, type Finding, gravities } from "./model";

export { asksForCredit, mayGo } from "./licence-table";
export {
  type Check,
  type CheckedSet,
  type Finding,
  type Gravity,
  gravities,
  type Material,
  type Member,
  type Mend,
  type PictureFacts,
} from "./model";
export { pictureFacts } from "./picture-facts";

/** Every check, in the order in which a set is looked at. A new one is a file and a line here. */
export const checks: readonly Check[] = [
  empty,
  level,
  licences,
  credits,
  invisible,
  duplicates,
  alikeNames,
  words,
  pictures,
  pale,
  signals,
  panel,
  slow,
  size,
  grainUnlike,
  idle,
  vignette,
];

/** A finding, and the check that made it. */
export interface Told extends Finding {
  readonly check: string;
}

/** All that the checks find in a set, the gravest first. */
export function preflight(set: CheckedSet): Told[] {
  // Of a brush that is not understood nothing else can be said.
  const known = { ...set, members: set.members.filter(({ brush }) => Number(brush.level) <= LEVEL) };
  return checks
    .flatMap((check) =>
      check.run(check === level || check === empty ? set : known).map((found) => ({ ...found, check: check.name })),
    )
    .filter(({ check, id, says }, n, all) => {
      // A family of pictures says the same of each.
      const same = (other: Told) => other.check === check && other.id === id && other.says === says;
      return all.findIndex(same) === n;
    })
    .sort((a, b) => gravities.indexOf(a.gravity) - gravities.indexOf(b.gravity));
}

/** Why a maker lets a warning stand. */
export interface Waiver {
  readonly check: string;
  /** The brush it is about; null for the set. */
  readonly id: string | null;
  readonly why: string;
}

/** The waiver that lets a finding stand, if there is one: warnings alone can be waived. */
export function waiverOf(told: Told, waivers: readonly Waiver[]): Waiver | undefined {
  if (told.gravity !== "warning") return undefined;
  return waivers.find(({ check, id }) => check === told.check && id === (told.id ?? null));
}
