import type { LicenceId } from "../formats/package/licences";

/**
 * Under which licences a set may go out when material of a licence is in it. For Creative Commons: the compatibility chart of
 * their wiki ("Wiki/cc license compatibility", adaptations), from memory; share alike asks for itself, non-commercial material
 * stays non-commercial. Brushes under a studio's own licence are passed on by that studio alone, under that licence.
 */
const mayGoInto: Readonly<Record<LicenceId, readonly LicenceId[]>> = {
  "CC0-1.0": ["CC0-1.0", "CC-BY-4.0", "CC-BY-SA-4.0", "CC-BY-NC-4.0", "LicenseRef-Studio"],
  "CC-BY-4.0": ["CC-BY-4.0", "CC-BY-SA-4.0", "CC-BY-NC-4.0", "LicenseRef-Studio"],
  "CC-BY-SA-4.0": ["CC-BY-SA-4.0"],
  "CC-BY-NC-4.0": ["CC-BY-NC-4.0"],
  "LicenseRef-Studio": ["LicenseRef-Studio"],
};

/** Whether material under one licence may go into a set under another. */
export function mayGo(material: LicenceId, set: LicenceId): boolean {
  return mayGoInto[material].includes(set);
}

/** Whether whoever made it must be named. */
export function asksForCredit(licence: LicenceId): boolean {
  return licence !== "CC0-1.0" && licence !== "LicenseRef-Studio";
}
