import { RESULT_LIMITS } from '../../../../core/rehearse/drill-result.ts';
import { usePlayers } from '../../../editor/use-players.ts';
import { Field } from '../../../ui/field.tsx';
import { Select } from '../../../ui/select.tsx';

const NOBODY = 'nobody';

/** Whose results these are: a student of the class the song is for, or a name; a first name or initials are enough. */
export function WhoField({ who, onChange }: { readonly who: string; readonly onChange: (who: string) => void }) {
  const students = usePlayers().guitarClass?.value.students ?? [];
  return (
    <>
      {students.length > 0 && (
        <Select
          label="Student"
          options={[
            { value: NOBODY, text: 'nobody named' },
            ...students.map(({ id, name }) => ({ value: String(id), text: name })),
          ]}
          value={String(students.find(({ name }) => name === who)?.id ?? NOBODY)}
          onChange={(value) => onChange(students.find(({ id }) => String(id) === value)?.name ?? '')}
        />
      )}
      <Field
        label="Who"
        hint="a first name or initials, or nothing"
        value={who}
        maxLength={RESULT_LIMITS.whoCharacters}
        onCommit={(text) => {
          onChange(text.trim());
          return null;
        }}
      />
    </>
  );
}
