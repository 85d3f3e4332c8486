import { Choice } from './choice.tsx';

/** A hand as it is described: its size, and what it does yet. */
type HandValue = {
  readonly size: 'small' | 'average' | 'large';
  readonly playsBarres: boolean;
  readonly usesThumb: boolean;
  readonly stage: 'beginner' | 'year' | 'player';
};

const SIZES = [
  { value: 'small', text: 'small' },
  { value: 'average', text: 'average' },
  { value: 'large', text: 'large' },
] as const;
const BARRES = [
  { value: 'yes', text: 'held' },
  { value: 'no', text: 'not yet' },
] as const;
const THUMB = [
  { value: 'no', text: 'stays behind the neck' },
  { value: 'yes', text: 'may stop the lowest string' },
] as const;

/** How long somebody has played, as it is chosen. */
export const STAGE_CHOICES = [
  { value: 'beginner', text: 'a few months' },
  { value: 'year', text: 'about a year' },
  { value: 'player', text: 'longer' },
] as const;

/** The hand that shapes are found for. */
export function HandFields(props: { readonly hand: HandValue; readonly onChange: (hand: HandValue) => void }) {
  const { hand, onChange } = props;
  return (
    <>
      <Choice label="Size" options={SIZES} value={hand.size} onChange={(size) => onChange({ ...hand, size })} />
      <Choice
        label="Full barres"
        options={BARRES}
        value={hand.playsBarres ? 'yes' : 'no'}
        onChange={(barres) => onChange({ ...hand, playsBarres: barres === 'yes' })}
      />
      <Choice
        label="Thumb"
        options={THUMB}
        value={hand.usesThumb ? 'yes' : 'no'}
        onChange={(thumb) => onChange({ ...hand, usesThumb: thumb === 'yes' })}
      />
      <Choice
        label="Has played for"
        options={STAGE_CHOICES}
        value={hand.stage}
        onChange={(stage) => onChange({ ...hand, stage })}
      />
    </>
  );
}
