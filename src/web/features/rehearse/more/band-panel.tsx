import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import { styled } from 'styled-components';
import { LEVELS } from '../../../../core/arrange/levels/level-chords.ts';
import { FIRST_NOTES } from '../../../../core/rehearse/first-note.ts';
import type { Level } from '../../../../core/song/document/level.ts';
import { CLICK_MODES, LAYERS, type Layer } from '../../../../core/song/document/scene.ts';
import { sayHeardLayers } from '../../../../core/words/rehearse/scene-words.ts';
import { CLICK_WORDS, LAYER_WORDS } from '../../../../core/words/rehearse/stage-words.ts';
import { GUITARS } from '../../../sound/output.ts';
import { colour } from '../../../theme/tokens.ts';
import { Panel } from '../../../ui/panel.tsx';
import { Select } from '../../../ui/select.tsx';
import { Tick } from '../../../ui/tick.tsx';
import type { PlayAlong } from '../play-along.ts';

const ARRANGED = 'as arranged';

/** Who plays, how loud, on which level, and when it clicks. */
export function BandPanel({ playAlong }: { readonly playAlong: PlayAlong }) {
  const setup = playAlong.use((state) => state.setup);
  const hasSecond = playAlong.use((state) => state.song.second !== null);
  const { silent, click, left, right, firstNote, guitar, loop } = setup;
  const shown = LAYERS.filter((layer) => (layer !== 'second' || hasSecond) && (layer !== 'loop' || loop !== null));
  const heard = sayHeardLayers(silent, loop !== null, hasSecond);
  const onLevel = (hand: 'left' | 'right', level: Level | null): void =>
    playAlong.change(
      level === null ? { left: null, right: null } : { left: left ?? level, right: right ?? level, [hand]: level },
    );
  return (
    <Panel
      title="The band"
      summary={`${heard === '' ? 'all of it' : heard}; click ${CLICK_WORDS[click].replace(/^on /, 'on ')}`}
    >
      {shown.map((layer) => (
        <LayerRow key={layer} layer={layer} playAlong={playAlong} />
      ))}
      <Select
        label="Click"
        options={CLICK_MODES.map((mode) => ({ value: mode, text: CLICK_WORDS[mode] }))}
        value={click}
        onChange={(mode) => playAlong.change({ click: mode })}
      />
      {(['left', 'right'] as const).map((hand) => (
        <Select
          key={hand}
          label={hand === 'left' ? 'Left hand' : 'Right hand'}
          options={[
            { value: ARRANGED, text: ARRANGED },
            ...LEVELS.map((level) => ({ value: String(level), text: `level ${level}` })),
          ]}
          value={String(setup[hand] ?? ARRANGED)}
          onChange={(value) => onLevel(hand, LEVELS.find((level) => String(level) === value) ?? null)}
        />
      ))}
      <Select
        label="The singer’s first note, in the count-in"
        options={FIRST_NOTES.map((note) => ({ value: note, text: FIRST_NOTE_WORDS[note] }))}
        value={firstNote}
        onChange={(note) => playAlong.change({ firstNote: note })}
      />
      <Select
        label="Strings"
        options={GUITARS.map((each) => ({ value: each, text: each }))}
        value={guitar}
        onChange={(each) => playAlong.change({ guitar: each })}
      />
    </Panel>
  );
}

const FIRST_NOTE_WORDS = {
  none: 'not given',
  root: 'root of the first chord',
  third: 'third of the first chord',
  fifth: 'fifth of the first chord',
} as const;

/** A layer: whether it is heard, and how loud. */
function LayerRow({ layer, playAlong }: { readonly layer: Layer; readonly playAlong: PlayAlong }) {
  const { silent, levels } = playAlong.use((state) => state.setup);
  const isHeard = !silent.includes(layer);
  return (
    <Row>
      <Tick
        text={LAYER_WORDS[layer]}
        isOn={isHeard}
        onChange={(isOn) =>
          playAlong.change({ silent: LAYERS.filter((each) => (each === layer ? !isOn : silent.includes(each))) })
        }
      />
      <Slider
        value={Math.round(levels[layer] * 100)}
        minValue={0}
        maxValue={100}
        step={5}
        isDisabled={!isHeard}
        onChange={(value) => playAlong.change({ levels: { ...levels, [layer]: Number(value) / 100 } })}
      >
        <Label>loudness of {LAYER_WORDS[layer]}</Label>
        <SliderTrack>
          <SliderThumb />
        </SliderTrack>
      </Slider>
    </Row>
  );
}

const Row = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) 120px; gap: 10px; align-items: center;
  .react-aria-Slider { display: block; }
  .react-aria-Label { position: absolute; left: -9999px; }
  .react-aria-SliderTrack { height: 30px; position: relative; border-bottom: 3px solid ${colour.hairline}; }
  .react-aria-SliderThumb { width: 24px; height: 24px; border-radius: 12px; background: ${colour.spruce}; top: 15px; }
  .react-aria-SliderThumb[data-focus-visible] { outline: 3px solid ${colour.brass}; outline-offset: 2px; }
  .react-aria-SliderThumb[data-disabled] { background: ${colour.hairline}; }
`;
