import { useState } from 'react';
import { handoutOptionsSchema } from '../../../contract/class-schema.ts';
import type { Stage } from '../../../core/shapes/change-time.ts';
import { addStudent, changeStudent, removeStudent, type Student } from '../../../core/song/document/guitar-class.ts';
import {
  type HandoutItem,
  type HandoutOptions,
  PLAIN_HANDOUT,
  type Stand,
  withShown,
} from '../../../core/song/document/handout-options.ts';
import { useClassActions } from '../../api/classes.ts';
import { usePlayers } from '../../editor/use-players.ts';

/** Whom the page is for, how it is made, and how that is changed; what is changed is remembered for the student, the class or this device. */
export type HandoutChoices = {
  readonly className: string | null;
  readonly students: readonly Student[];
  readonly student: Student | null;
  readonly options: HandoutOptions;
  readonly stand: Stand | null;
  /** How long the reader has played: how quick a change can be. */
  readonly stage: Stage;
  readonly problem: string;
  readonly choose: (studentId: number | null) => void;
  readonly change: (change: Partial<HandoutOptions>) => void;
  readonly show: (item: HandoutItem, isOn: boolean) => void;
  readonly setStand: (stand: Stand | null) => void;
  readonly setStage: (stage: Stage | null) => void;
  readonly add: (name: string) => void;
  readonly remove: () => void;
};

const STORED_AS = 'golden-ladder.handout';
const STUDENT_STORED_AS = 'golden-ladder.handout-student';

/** The reader of the open handout. Without a class the options are kept on this device; so is which student of a class was chosen last. */
export function useHandoutChoices(): HandoutChoices {
  const { guitarClass, players } = usePlayers();
  const { change: changeClass } = useClassActions();
  const [chosen, setChosen] = useState(readStudents);
  const [device, setDevice] = useState(readDevice);
  const [problem, setProblem] = useState('');
  const students = guitarClass?.value.students ?? [];
  const chosenId = guitarClass === null ? undefined : chosen[guitarClass.id];
  const student = students.find(({ id }) => id === chosenId) ?? null;
  const choose = (studentId: number | null): void => {
    if (guitarClass !== null) {
      const { [guitarClass.id]: _, ...others } = chosen;
      const next = studentId === null ? others : { ...others, [guitarClass.id]: studentId };
      window.localStorage.setItem(STUDENT_STORED_AS, JSON.stringify(next));
      setChosen(next);
    }
  };
  const options = student?.handout ?? guitarClass?.value.handout ?? device;
  const stand = student === null ? options.stand : student.stand;
  const edit = (change: Parameters<typeof changeClass>[1]): void => {
    if (guitarClass !== null) {
      void changeClass(guitarClass, change).then((refusal) => setProblem(refusal ?? ''));
    }
  };
  const change = (changed: Partial<HandoutOptions>): void => {
    if (student !== null) {
      edit((value) => changeStudent(value, student.id, { handout: { ...options, ...changed } }));
    } else if (guitarClass !== null) {
      edit((value) => ({ ...value, handout: { ...value.handout, ...changed } }));
    } else {
      const next = { ...device, ...changed };
      window.localStorage.setItem(STORED_AS, JSON.stringify(next));
      setDevice(next);
    }
  };
  return {
    className: guitarClass?.value.name ?? null,
    students,
    student,
    options,
    stand,
    stage: student?.stage ?? players.hand.stage,
    problem,
    choose,
    change,
    show: (item, isOn) => change(withShown(options, item, isOn, stand)),
    setStand: (next) =>
      student === null ? change({ stand: next }) : edit((value) => changeStudent(value, student.id, { stand: next })),
    setStage: (stage) => {
      if (student !== null) {
        edit((value) => changeStudent(value, student.id, { stage }));
      }
    },
    add: (name) => {
      edit((value) => addStudent(value, name));
      choose(Math.max(0, ...students.map(({ id }) => id)) + 1);
    },
    remove: () => {
      if (student !== null) {
        edit((value) => removeStudent(value, student.id));
        choose(null);
      }
    },
  };
}

function readDevice(): HandoutOptions {
  const read = handoutOptionsSchema.safeParse(readStored(STORED_AS));
  return read.success ? read.data : PLAIN_HANDOUT;
}

/** Which student was chosen last, by the id of the class. */
function readStudents(): Readonly<Record<string, number>> {
  const stored = readStored(STUDENT_STORED_AS);
  const entries = typeof stored === 'object' && stored !== null ? Object.entries(stored) : [];
  return Object.fromEntries(entries.flatMap(([id, student]) => (typeof student === 'number' ? [[id, student]] : [])));
}

function readStored(name: string): unknown {
  try {
    return JSON.parse(window.localStorage.getItem(name) ?? 'null');
  } catch {
    return null;
  }
}
