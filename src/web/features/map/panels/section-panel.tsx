import { freeName } from '../../../../core/arrange/recogniser/map-proposals.ts';
import type { Section } from '../../../../core/song/document/document.ts';
import { SONG_LIMITS } from '../../../../core/song/document/song-limits.ts';
import type { MapCommand } from '../../../../core/song/map/map-commands.ts';
import { useDocument } from '../../../editor/use-song.tsx';
import { Button } from '../../../ui/button.tsx';
import { Field } from '../../../ui/field.tsx';
import { Panel } from '../../../ui/panel.tsx';
import { runCommands } from '../acts/map-stores.ts';
import type { MapBlock } from '../places/bar-places.ts';
import { useMapStores } from '../use-map.tsx';
import { Acts } from './bar-panel.tsx';

/** The section of the selection: its name, rounds and note, and how it stands to its neighbours. */
export function SectionPanel({
  block,
  section,
  line,
}: {
  readonly block: MapBlock;
  readonly section: Section;
  readonly line: number;
}) {
  const stores = useMapStores();
  const { map } = useDocument();
  const { id: sectionId } = section;
  const run = (command: MapCommand): string | null =>
    runCommands(stores, [command]) ? null : stores.session.getState().problem;
  const at = map.sections.indexOf(section);
  const taken = new Set(map.sections.map(({ name }) => name.toLowerCase()));
  const pieces = [
    { name: section.name, lines: line },
    { name: freeName(section.name, taken), lines: section.lines.length - line },
  ];
  return (
    <Panel title="Section" summary={section.name}>
      <Field
        label="Name of the section"
        value={section.name}
        maxLength={SONG_LIMITS.sectionNameCharacters}
        onCommit={(text) => run({ kind: 'set-section', sectionId, name: text.trim() })}
      />
      <Field
        label="Times through"
        value={String(section.times)}
        onCommit={(text) => run({ kind: 'set-section', sectionId, times: Number(text) })}
      />
      <Field
        label="Note on the section"
        value={section.note}
        onCommit={(text) => run({ kind: 'set-section', sectionId, note: text.trim() })}
      />
      <Acts>
        {block.passId === null && line > 0 && line < section.lines.length && (
          <Button weight="word" onPress={() => void run({ kind: 'divide-section', sectionId, pieces })}>
            Cut before this line
          </Button>
        )}
        {at < map.sections.length - 1 && (
          <Button weight="word" onPress={() => void run({ kind: 'join-sections', sectionId })}>
            Join with the next
          </Button>
        )}
        {section.times > 1 && (
          <Button weight="word" onPress={() => void run({ kind: 'unroll-section', sectionId })}>
            Write its rounds out
          </Button>
        )}
        {at > 0 && (
          <Button weight="word" onPress={() => void run({ kind: 'move-section', sectionId, to: at - 1 })}>
            Up
          </Button>
        )}
        {at < map.sections.length - 1 && (
          <Button weight="word" onPress={() => void run({ kind: 'move-section', sectionId, to: at + 2 })}>
            Down
          </Button>
        )}
        <Button weight="word" onPress={() => void run({ kind: 'remove-section', sectionId })}>
          Delete it everywhere
        </Button>
      </Acts>
    </Panel>
  );
}
