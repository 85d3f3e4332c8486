import { useState } from 'react';
import { styled } from 'styled-components';
import { formatMetre, type Metre } from '../../../core/rhythm/metre.ts';
import type { Pattern } from '../../../core/rhythm/pattern.ts';
import { type PatternKind, type ShelvedPattern, searchPatterns } from '../../../core/rhythm/pattern-library.ts';
import { StrokeRow } from '../../painters/stroke-row.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Field } from '../../ui/field.tsx';
import { Select } from '../../ui/select.tsx';

const KINDS: readonly { readonly value: PatternKind | 'any'; readonly text: string }[] = [
  { value: 'any', text: 'all' },
  { value: 'strum', text: 'strums' },
  { value: 'picking', text: 'picking' },
];
const LEVELS = ['any', '2', '3', '4', '5'] as const;

/** The patterns that can be taken, found by metre, level and words. */
export function PatternShelf(props: {
  readonly patterns: readonly ShelvedPattern[];
  readonly metre: Metre;
  readonly target: string;
  readonly playing: string | null;
  readonly onUse: (pattern: Pattern) => void;
  readonly onHear: (pattern: Pattern) => void;
  readonly onEdit: (pattern: Pattern) => void;
}) {
  const { patterns, metre, target, playing, onUse, onHear, onEdit } = props;
  const [words, setWords] = useState('');
  const [scope, setScope] = useState<'metre' | 'all'>('metre');
  const [level, setLevel] = useState<(typeof LEVELS)[number]>('any');
  const [kind, setKind] = useState<PatternKind | 'any'>('any');
  const found = searchPatterns(patterns, {
    kind,
    metre: scope === 'metre' ? formatMetre(metre) : null,
    highestLevel: level === 'any' ? null : Number(level),
    words,
  });
  return (
    <>
      <Choice
        label="Patterns in"
        options={[
          { value: 'metre', text: formatMetre(metre) },
          { value: 'all', text: 'any metre' },
        ]}
        value={scope}
        onChange={setScope}
      />
      <Choice label="Kind" options={KINDS} value={kind} onChange={setKind} />
      <Search>
        <Field
          label="Name or feel"
          value={words}
          onCommit={(text) => {
            setWords(text);
            return null;
          }}
        />
        <Select
          label="Up to level"
          options={LEVELS.map((value) => ({ value, text: value }))}
          value={level}
          onChange={setLevel}
        />
      </Search>
      <List aria-label="Patterns">
        {found.map(({ pattern, feel }) => (
          <li key={pattern.name}>
            <b>{pattern.name}</b> <small>{feel}</small>
            <StrokeRow pattern={pattern} isSmall />
            <span>
              <Button weight="word" aria-label={`Use ${pattern.name} for ${target}`} onPress={() => onUse(pattern)}>
                Use
              </Button>
              <Button weight="word" aria-label={`Hear ${pattern.name}`} onPress={() => onHear(pattern)}>
                {playing === pattern.name ? 'Stop' : 'Hear'}
              </Button>
              <Button weight="word" aria-label={`Edit ${pattern.name}`} onPress={() => onEdit(pattern)}>
                Edit
              </Button>
            </span>
          </li>
        ))}
        {found.length === 0 && <li>No pattern answers to this. Write one below.</li>}
      </List>
    </>
  );
}

const Search = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 12px; align-items: end;
`;
const List = styled.ul`
  list-style: none; margin: 0; padding: 0; max-height: 46vh; overflow: auto;
  li { padding: 8px 2px; border-top: 1px solid ${colour.hairline}; display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 0 8px; align-items: baseline; }
  li > :nth-child(n + 3) { grid-column: 1 / -1; }
  small { color: ${colour.quiet}; font-size: 13px; }
`;
