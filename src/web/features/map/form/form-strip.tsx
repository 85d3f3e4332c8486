import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, useSortable } from '@dnd-kit/sortable';
import { useMemo } from 'react';
import { styled } from 'styled-components';
import type { FirstMeeting } from '../../../../core/arrange/form/first-meetings.ts';
import type { PassSummary } from '../../../../core/arrange/form/form-summary.ts';
import { formatCount } from '../../../../core/kernel/plural.ts';
import type { Pass } from '../../../../core/song/document/document.ts';

import { useDocument } from '../../../editor/use-song.tsx';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Signed } from '../../../ui/signed.tsx';
import { runCommands } from '../acts/map-stores.ts';
import { useMapState, useMapStores } from '../use-map.tsx';
import { FormTools } from './form-tools.tsx';

/** The running order: one rung for each pass, as wide as it has bars; dragged to reorder, pressed to choose. */
export function FormStrip({
  passes,
  meetings,
  nameOf,
}: {
  readonly passes: readonly PassSummary[];
  readonly meetings: readonly FirstMeeting[];
  readonly nameOf: (meeting: FirstMeeting) => string;
}) {
  const stores = useMapStores();
  const { form } = useDocument().map;
  const passIds = useMapState((state) => state.passIds);
  const ids = useMemo(() => form.map(({ id }) => id), [form]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    const [from, to] = [ids.indexOf(Number(active.id)), ids.indexOf(Number(over?.id))];
    if (to !== -1 && from !== to) {
      const moved = passIds.includes(Number(active.id)) ? passIds : [Number(active.id)];
      runCommands(stores, [{ kind: 'move-passes', passIds: moved, to: to > from ? to + 1 : to }]);
    }
  };
  const choose = (id: number, extend: boolean): void => {
    const isChosen = passIds.includes(id);
    const others = extend ? passIds.filter((each) => each !== id) : [];
    stores.session.setState({
      passIds: isChosen && (extend || passIds.length === 1) ? others : [...others, id],
      problem: '',
    });
  };
  return (
    <div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={ids}>
          <Strip aria-label="Form">
            {passes.map((summary) => {
              const pass = form[summary.passIndex];
              return pass === undefined ? null : (
                <PassRung
                  key={pass.id}
                  pass={pass}
                  summary={summary}
                  isChosen={passIds.includes(pass.id)}
                  unfamiliar={meetings.filter((each) => each.passIndex === summary.passIndex).map(nameOf)}
                  onChoose={choose}
                />
              );
            })}
          </Strip>
        </SortableContext>
      </DndContext>
      <FormTools passes={passes} />
    </div>
  );
}

function PassRung(props: {
  readonly pass: Pass;
  readonly summary: PassSummary;
  readonly isChosen: boolean;
  readonly unfamiliar: readonly string[];
  readonly onChoose: (id: number, extend: boolean) => void;
}) {
  const { pass, summary, isChosen, unfamiliar, onChoose } = props;
  const { setNodeRef, listeners, transform, isDragging } = useSortable({ id: pass.id });
  const said = [pass.isLeftOut ? 'left out' : formatCount(summary.bars, 'bar'), ...summary.remarks];
  return (
    <Rung
      ref={setNodeRef}
      $bars={summary.bars}
      data-odd={summary.remarks.length > 0 || undefined}
      data-out={pass.isLeftOut || undefined}
      data-dragging={isDragging || undefined}
      style={transform === null ? {} : { transform: `translate(${transform.x}px, ${transform.y}px)` }}
    >
      <button
        type="button"
        aria-pressed={isChosen}
        {...listeners}
        onClick={(event) => onChoose(pass.id, event.shiftKey || event.ctrlKey || event.metaKey)}
      >
        <b>{summary.label}</b>
        <small>{said.join(', ')}</small>
        {unfamiliar.length > 0 && (
          <small data-new>
            first <Signed text={unfamiliar.join(', ')} />
          </small>
        )}
      </button>
    </Rung>
  );
}

const Strip = styled.ol`
  display: flex; flex-wrap: wrap; gap: 10px 4px; list-style: none; margin: 0; padding: 0 0 6px;
`;
const Rung = styled.li<{ readonly $bars: number }>`
  flex: ${({ $bars }) => Math.max(4, $bars)} 1 66px; min-width: 66px; max-width: ${({ $bars }) => Math.max(120, 40 + $bars * 14)}px;
  button {
    width: 100%; height: 100%; text-align: left; border: 0; border-top: 4px solid ${colour.spruce}; padding: 5px 6px 4px 2px; background: transparent;
    cursor: grab; border-radius: 0; touch-action: manipulation; display: flex; flex-direction: column; justify-content: start;
  }
  button:hover { background: ${colour.spruceSoft}; }
  button[aria-pressed='true'] { background: ${colour.spruceSoft}; box-shadow: inset 0 0 0 2px ${colour.spruce}; padding-left: 6px; }
  &[data-odd] button { border-top-color: ${colour.brass}; }
  &[data-out] button { border-top-style: dotted; color: ${colour.quiet}; }
  &[data-out] b { text-decoration: line-through; }
  &[data-dragging] { opacity: .6; }
  b { display: block; font: 650 15px/1.2 ${nameFace}; }
  small { display: block; font-size: 12.5px; color: ${colour.quiet}; }
  small[data-new] { color: ${colour.brassText}; font-weight: 600; }
`;
