import { type LicenceId, licenceIds, licences } from "@core/formats/package";
import type { KeptStudy } from "@server/studies/repository";
import { Choice, Field, TextArea } from "~/ui/field";
import type { Draft } from "../draft";
import { CoverField } from "./cover-field";

interface Props {
  readonly setId: string;
  readonly draft: Draft;
  readonly studies: readonly KeptStudy[];
  /** @param key steps with the same one are one step */
  readonly onEdit: (patch: Partial<Draft>, key?: string) => void;
}

/** What a set is called, under which licence it goes out, and what it says to painters. */
export function WordsCard({ setId, draft, studies, onEdit }: Props) {
  return (
    <section aria-label="Words of the set" className="space-y-3 rounded-lg border border-line bg-panel p-4">
      <Field
        label="Name"
        value={draft.name}
        maxLength={80}
        required
        onChange={(e) => onEdit({ name: e.target.value }, "name")}
      />
      <Choice
        label="Licence"
        value={draft.licence}
        hint={licences[draft.licence].says}
        onChange={(e) => onEdit({ licence: e.target.value as LicenceId })}
      >
        {licenceIds.map((id) => (
          <option key={id} value={id}>
            {licences[id].label}
          </option>
        ))}
      </Choice>
      <TextArea
        label="Notes for painters"
        value={draft.notes}
        maxLength={4000}
        onChange={(e) => onEdit({ notes: e.target.value }, "notes")}
      />
      <Field
        label="Credits"
        value={draft.credits}
        maxLength={1000}
        onChange={(e) => onEdit({ credits: e.target.value }, "credits")}
      />
      <CoverField setId={setId} cover={draft.cover} studies={studies} onCover={(cover) => onEdit({ cover })} />
    </section>
  );
}
