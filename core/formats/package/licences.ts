/** The licences a maker can choose from. */
export const licences = {
  "CC0-1.0": {
    label: "Public domain (CC0 1.0)",
    says: "Anyone may do anything with the brushes.",
    link: "https://creativecommons.org/publicdomain/zero/1.0/",
  },
  "CC-BY-4.0": {
    label: "Attribution (CC BY 4.0)",
    says: "Share and change the brushes, with credit.",
    link: "https://creativecommons.org/licenses/by/4.0/",
  },
  "CC-BY-SA-4.0": {
    label: "Attribution, share alike (CC BY-SA 4.0)",
    says: "Share and change the brushes, with credit and under the same licence.",
    link: "https://creativecommons.org/licenses/by-sa/4.0/",
  },
  "CC-BY-NC-4.0": {
    label: "Attribution, non-commercial (CC BY-NC 4.0)",
    says: "Share and change the brushes, with credit, not for sale.",
    link: "https://creativecommons.org/licenses/by-nc/4.0/",
  },
  "LicenseRef-Studio": {
    label: "Studio licence",
    says: "Paint anything with the brushes, for pay too; do not pass the brushes on.",
    link: "",
  },
} as const;

export type LicenceId = keyof typeof licences;

export const licenceIds = Object.keys(licences) as [LicenceId, ...LicenceId[]];

/** What is meant where nothing was chosen, of materials and sets alike: it gives nothing away that cannot be taken back. */
export const usualLicence: LicenceId = "LicenseRef-Studio";

/** The text of `LICENSE.txt`. What is painted with the brushes is the painter's own in every case. */
export function licenceText(id: LicenceId, studio: string): string {
  const { label, says, link } = licences[id];
  return `${label}\nSPDX-License-Identifier: ${id}\n\n© ${studio}\n\n${says}\n${link ? `The full text: ${link}\n` : ""}\nWhat you paint with these brushes is yours.\n`;
}
