import { useState } from 'react';
import { handoutOptionsSchema } from '../../../contract/class-schema.ts';
import {
  addStudent,
  changeStudent,
  removeStudent,
  type Student,
  type StudentStand,
} from '../../../core/song/document/guitar-class.ts';
import { type HandoutOptions, PLAIN_HANDOUT } from '../../../core/song/document/handout-options.ts';
import { useClassActions } from '../../api/classes.ts';
import { usePlayers } from '../../editor/use-players.ts';

/** Whom the page is for, how it is made, and how that is changed; what is changed is remembered for the student, the class or this device. */
export type HandoutChoices = {
  readonly className: string | null;
  readonly students: readonly Student[];
  readonly student: Student | null;
  readonly options: HandoutOptions;
  readonly stand: StudentStand | null;
  readonly problem: string;
  readonly choose: (studentId: number | null) => void;
  readonly change: (change: Partial<HandoutOptions>) => void;
  readonly setStand: (stand: StudentStand | null) => void;
  readonly add: (name: string) => void;
  readonly remove: () => void;
};

const STORED_AS = 'golden-ladder.handout';

/** The reader of the open handout. Without a class the options are kept on this device. */
export function useHandoutChoices(): HandoutChoices {
  const { guitarClass } = usePlayers();
  const { change: changeClass } = useClassActions();
  const [chosen, setChosen] = useState<{ readonly classId: string; readonly studentId: number } | null>(null);
  const [device, setDevice] = useState(readDevice);
  const [everyoneStand, setEveryoneStand] = useState<StudentStand | null>(null);
  const [problem, setProblem] = useState('');
  const students = guitarClass?.value.students ?? [];
  const isOfClass = chosen !== null && chosen.classId === guitarClass?.id;
  const student = (isOfClass ? students.find(({ id }) => id === chosen.studentId) : undefined) ?? null;
  const choose = (studentId: number | null): void =>
    setChosen(studentId === null || guitarClass === null ? null : { classId: guitarClass.id, studentId });
  const options = student?.handout ?? guitarClass?.value.handout ?? device;
  const edit = (change: Parameters<typeof changeClass>[1]): void => {
    if (guitarClass !== null) {
      void changeClass(guitarClass, change).then((refusal) => setProblem(refusal ?? ''));
    }
  };
  return {
    className: guitarClass?.value.name ?? null,
    students,
    student,
    options,
    stand: student === null ? everyoneStand : student.stand,
    problem,
    choose,
    change: (change) => {
      if (student !== null) {
        edit((value) => changeStudent(value, student.id, { handout: { ...options, ...change } }));
      } else if (guitarClass !== null) {
        edit((value) => ({ ...value, handout: { ...value.handout, ...change } }));
      } else {
        const next = { ...device, ...change };
        window.localStorage.setItem(STORED_AS, JSON.stringify(next));
        setDevice(next);
      }
    },
    setStand: (stand) =>
      student === null ? setEveryoneStand(stand) : edit((value) => changeStudent(value, student.id, { stand })),
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
  try {
    const read = handoutOptionsSchema.safeParse(JSON.parse(window.localStorage.getItem(STORED_AS) ?? 'null'));
    return read.success ? read.data : PLAIN_HANDOUT;
  } catch {
    return PLAIN_HANDOUT;
  }
}
