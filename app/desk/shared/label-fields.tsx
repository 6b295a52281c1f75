import { licenceIds, licences, usualLicence } from "@core/formats/package/licences";
import type { KeptLabel } from "@server/kept/kept-things";
import { useState } from "react";
import { box } from "~/ui/settings/box";

/** What is said of a thing before it is kept. */
export function useLabel(studio: string): readonly [KeptLabel, (label: KeptLabel) => void] {
  return useState<KeptLabel>({ name: "", tags: "", credit: studio, licence: usualLicence });
}

interface Props {
  readonly label: KeptLabel;
  readonly onChange: (label: KeptLabel) => void;
  /** What it is called when nothing is written. */
  readonly usualName: string;
  readonly tagsSuch: string;
}

/** Name, tags, credit and licence of a thing that is kept. */
export function LabelFields({ label, onChange, usualName, tagsSuch }: Props) {
  return (
    <>
      {(["name", "tags", "credit"] as const).map((field) => (
        <label key={field} className="flex items-center gap-2">
          <span className="w-16 capitalize">{field}</span>
          <input
            className={`${box} min-w-0 flex-1`}
            maxLength={field === "name" ? 80 : 200}
            placeholder={field === "name" ? usualName : field === "tags" ? tagsSuch : ""}
            value={label[field]}
            onChange={(event) => onChange({ ...label, [field]: event.target.value })}
          />
        </label>
      ))}
      <label className="flex items-center gap-2">
        <span className="w-16">Licence</span>
        <select
          className={`${box} min-w-0 flex-1`}
          value={label.licence}
          onChange={(event) =>
            onChange({ ...label, licence: licenceIds.find((id) => id === event.target.value) ?? label.licence })
          }
        >
          {licenceIds.map((id) => (
            <option key={id} value={id}>
              {licences[id].label}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}
