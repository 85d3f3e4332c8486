import { useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import type { ShapePlan, ShapeSheet } from '../../../core/arrange/shapes/shape-plan.ts';
import { formatChordSymbol, isSameChord } from '../../../core/harmony/chord-symbol.ts';
import { itemAt, uniqueBy } from '../../../core/kernel/list.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import { sayWay } from '../../../core/words/hold-words.ts';
import { formatBassLine, formatFamily, formatTimes } from '../../../core/words/line-words.ts';
import { formatShapeWords, listShapeDegrees, listShapeNotes } from '../../../core/words/shape-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useAskedPlace } from '../../editor/song-links.ts';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Choice } from '../../ui/choice.tsx';
import { SideSheet } from '../../ui/side-sheet.tsx';
import { Signed } from '../../ui/signed.tsx';
import { SecondFingerings, WholeHand } from './hand-offers.tsx';
import { ShapeDetails } from './shape-details.tsx';
import { Told } from './told.tsx';
import { TWO_COLUMNS_PX, TwoColumns } from './two-columns.tsx';
import { WaitingPins } from './waiting-pins.tsx';

const BELOW = [
  { value: 'fingers', text: 'fingers' },
  { value: 'notes', text: 'notes' },
  { value: 'degrees', text: 'degrees' },
  { value: 'words', text: 'words' },
] as const;
type Below = (typeof BELOW)[number]['value'];

/** Every shape of the song in order of first use, large, with what is to be said of the chosen one beside it. */
export function ShapesView({ plan }: { readonly plan: ShapePlan }) {
  const [below, setBelow] = useState<Below>('fingers');
  const nameOf = useChordName();
  const { chord: asked } = useAskedPlace();
  const keys = plan.sheets.map((_, index) => keyOf(plan.sheets, index));
  const [chosenName, choose] = useState(
    () => keys[plan.sheets.findIndex(({ chord }) => nameOf(chord) === asked)] ?? '',
  );
  const at = Math.max(0, keys.indexOf(chosenName));
  const chosen = plan.sheets[at];
  const nexts = plan.changes.flatMap(({ from, to }) => (from === at ? (plan.sheets[to]?.chord ?? []) : []));
  return (
    <TwoColumns>
      <section aria-label="Shapes of the song">
        <Head>
          <p>
            {formatCount(plan.sheets.length, 'shape')}, in order of first use. The song costs {plan.total.toFixed(1)}{' '}
            easy fingers as it is held now.
          </p>
          <Choice label="Below the strings" options={BELOW} value={below} onChange={setBelow} />
        </Head>
        <Sheets aria-label="Shape" value={keys[at] ?? ''} orientation="horizontal" onChange={choose}>
          {plan.sheets.map((sheet, index) => (
            <Sheet
              key={keys[index]}
              value={keys[index] ?? ''}
              number={numberOf(plan.sheets, index)}
              sheet={sheet}
              below={below}
            />
          ))}
        </Sheets>
        <SecondFingerings plan={plan} />
        <WholeHand plan={plan} names={plan.sheets.map(({ chord }) => nameOf(chord))} />
        <WaitingPins sheets={plan.sheets} />
        <Lines plan={plan} names={plan.sheets.map(({ chord }) => nameOf(chord))} />
      </section>
      <SideSheet
        label="The chosen shape"
        title={`Chosen: ${keys[at] ?? 'no shape'}`}
        chosen={keys[at] ?? ''}
        narrowPx={TWO_COLUMNS_PX}
      >
        {chosen !== undefined && (
          <ShapeDetails key={keys[at]} sheet={chosen} nexts={uniqueBy(nexts, formatChordSymbol)} />
        )}
      </SideSheet>
    </TwoColumns>
  );
}

/** One text for each sheet: a chord that is held in several ways has one for each. */
function keyOf(sheets: readonly ShapeSheet[], index: number): string {
  const sheet = itemAt(sheets, index);
  return `${formatChordSymbol(sheet.chord)} ${numberOf(sheets, index) ?? ''}`.trim();
}

/** Which way to hold its chord a sheet shows, from 1; null where there is one. */
function numberOf(sheets: readonly ShapeSheet[], index: number): number | null {
  const { chord } = itemAt(sheets, index);
  const own = sheets.flatMap((sheet, at) => (isSameChord(sheet.chord, chord) ? [at] : []));
  return own.length < 2 ? null : own.indexOf(index) + 1;
}

function Sheet(props: {
  readonly sheet: ShapeSheet;
  readonly value: string;
  readonly number: number | null;
  readonly below: Below;
}) {
  const { sheet, value, number, below } = props;
  const document = useDocument();
  const nameOf = useChordName();
  const style = usePlaceStyle();
  const { chord, rated, bars, entries, stored, sounding } = sheet;
  const name = number === null ? nameOf(chord) : `${nameOf(chord)} (${number})`;
  const where = number === null || stored === null ? '' : sayWay(document, stored, nameOf);
  const words = rated === null ? ['No shape found.'] : formatShapeWords(rated.fingering, chord, style);
  const how = stored?.origin === 'pinned' ? 'pinned' : stored?.origin === 'chosen' ? 'chosen' : '';
  return (
    <Card value={value} aria-label={`${name}. ${words.join(' ')}`}>
      <b>
        <Signed text={name} />
      </b>
      <small>
        <Signed text={`sounds ${nameOf(sounding)}`} />
        {how !== '' && <em> · {how}</em>}
      </small>
      {where !== '' && (
        <small>
          <Signed text={where} />
        </small>
      )}
      <SheetPicture sheet={sheet} below={below} words={words} />
      <small>
        {entries === 0 ? 'not played' : `${formatCount(bars, 'bar')}, entered ${formatTimes(entries)}`}
        {rated !== null && `, effort ${rated.effort.total.toFixed(1)}`}
      </small>
    </Card>
  );
}

function SheetPicture(props: { readonly sheet: ShapeSheet; readonly below: Below; readonly words: readonly string[] }) {
  const { sheet, below, words } = props;
  const { capoFret } = usePart().setup;
  const texts = useBelow(sheet, below);
  if (sheet.rated === null) {
    return <p>No shape found here.</p>;
  }
  return (
    <>
      <ShapeBox
        fingering={sheet.rated.fingering}
        capoFret={capoFret}
        gridPx={104}
        detail={below === 'fingers' || below === 'words' ? 'fingers' : 'dots only'}
        below={texts}
        label={words.join(' ')}
      />
      {below === 'words' && (
        <Spoken>
          <Signed text={words.join(' ')} />
        </Spoken>
      )}
    </>
  );
}

function useBelow({ rated, chord }: ShapeSheet, below: Below): readonly (string | null)[] | null {
  const document = useDocument();
  const part = usePart();
  if (rated === null || below === 'fingers' || below === 'words') {
    return null;
  }
  return below === 'notes'
    ? listShapeNotes(rated.fingering, part.setup, songKeysOf(document, part).shape)
    : listShapeDegrees(rated.fingering, part.setup, chord);
}

/** What runs through several shapes: fingers that stay, and what the bass does. */
function Lines({ plan, names }: { readonly plan: ShapePlan; readonly names: readonly string[] }) {
  const document = useDocument();
  const part = usePart();
  const style = usePlaceStyle();
  const { shape: shapeKey } = songKeysOf(document, part);
  const sentences = [
    ...plan.families.map((family) => formatFamily(family, names, style)),
    ...plan.bassLines.map((line) => formatBassLine(line, names, shapeKey)),
  ];
  return sentences.length === 0 ? null : (
    <Told>
      <h2>What runs through them</h2>
      <ul>
        {sentences.map((sentence) => (
          <li key={sentence}>
            <Signed text={sentence} />
          </li>
        ))}
      </ul>
    </Told>
  );
}

const Head = styled.div`
  display: flex; flex-wrap: wrap; justify-content: space-between; gap: 6px 20px; padding-bottom: 10px;
  p { font-size: 14px; color: ${colour.quiet}; }
`;
const Sheets = styled(RadioGroup)`
  display: grid; grid-template-columns: repeat(auto-fill, minmax(152px, 1fr)); border-top: 1px solid ${colour.hairline}; border-left: 1px solid ${colour.hairline};
`;
const Card = styled(Radio)`
  display: grid; justify-items: center; align-content: start; gap: 2px; padding: 12px 8px 12px; cursor: pointer;
  border-right: 1px solid ${colour.hairline}; border-bottom: 1px solid ${colour.hairline};
  b { font: 650 24px/1.1 ${nameFace}; }
  small { font-size: 12.5px; color: ${colour.quiet}; text-align: center; }
  em { font-style: normal; color: ${colour.brassText}; font-weight: 650; }
  svg { margin: 6px 0 4px; }
  &[data-hovered] { background: ${colour.sheet}; }
  &[data-selected] { background: ${colour.brassSoft}; box-shadow: inset 0 0 0 2px ${colour.brass}; }
  &[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -1px; z-index: 1; }
`;
const Spoken = styled.span`
  font-size: 13px; text-align: left; padding: 2px 4px 4px;
`;
