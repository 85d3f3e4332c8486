/*
 * A plain text editor with remarks: line numbers, soft line styles, and findings underlined where they stand. It knows
 * nothing of what the text means. It is uncontrolled inside; a new `value` that differs from its text replaces it.
 */
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { type Diagnostic, setDiagnostics } from '@codemirror/lint';
import { EditorState, type Range } from '@codemirror/state';
import {
  Decoration,
  type DecorationSet,
  EditorView,
  keymap,
  lineNumbers,
  ViewPlugin,
  type ViewUpdate,
} from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { chartFace, colour, nameFace } from '../theme/tokens.ts';

/** A finding about the text, from line and column (both from 1); a fix replaces the found stretch. */
export type EditorRemark = {
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly isError: boolean;
  readonly message: string;
  readonly fixes: readonly { readonly label: string; readonly replacement: string }[];
};

/** Where the caret should go; a new object moves it again. */
export type EditorTarget = { readonly line: number; readonly column: number };

type TextEditorProps = {
  readonly label: string;
  readonly value: string;
  readonly remarks: readonly EditorRemark[];
  readonly target: EditorTarget | null;
  readonly classOfLine: (text: string) => string | null;
  readonly onChange: (value: string) => void;
};

/** The editor. Plain editing keys only; Tab leaves it, as in any other field. */
export function TextEditor({ label, value, remarks, target, classOfLine, onChange }: TextEditorProps) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const changed = useRef(onChange);
  changed.current = onChange;

  useEffect(() => {
    const editor = new EditorView({
      ...(host.current === null ? {} : { parent: host.current }),
      state: EditorState.create({ extensions: extensionsFor(label, classOfLine, (text) => changed.current(text)) }),
    });
    view.current = editor;
    return () => editor.destroy();
  }, [label, classOfLine]);

  useEffect(() => {
    const editor = view.current;
    if (editor !== null && editor.state.doc.toString() !== value) {
      editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: value } });
    }
  }, [value]);

  useEffect(() => {
    const editor = view.current;
    if (editor !== null) {
      editor.dispatch(
        setDiagnostics(
          editor.state,
          remarks.map((remark) => toDiagnostic(remark, editor.state)),
        ),
      );
    }
  }, [remarks]);

  useEffect(() => {
    const editor = view.current;
    if (editor !== null && target !== null) {
      const position = positionOf(editor.state, target.line, target.column);
      editor.dispatch({ selection: { anchor: position }, scrollIntoView: true });
      editor.focus();
    }
  }, [target]);

  return <div ref={host} data-testid="text-editor" />;
}

function extensionsFor(label: string, classOfLine: (text: string) => string | null, onChange: (text: string) => void) {
  const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? '';
  return [
    EditorView.cspNonce.of(nonce),
    lineNumbers(),
    history(),
    keymap.of([...defaultKeymap, ...historyKeymap]),
    EditorView.lineWrapping,
    EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false', tabindex: '0' }),
    lineStyles(classOfLine),
    appearance,
    EditorView.updateListener.of((update) => {
      if (update.docChanged) {
        onChange(update.state.doc.toString());
      }
    }),
  ];
}

function positionOf(state: EditorState, line: number, column: number): number {
  const found = state.doc.line(Math.min(Math.max(1, line), state.doc.lines));
  return Math.min(found.from + Math.max(0, column - 1), found.to);
}

function toDiagnostic(remark: EditorRemark, state: EditorState): Diagnostic {
  const from = positionOf(state, remark.line, remark.column);
  const to = positionOf(state, remark.line, remark.column + remark.length);
  return {
    from,
    to: Math.max(from, to),
    severity: remark.isError ? 'error' : 'info',
    message: remark.message,
    actions: remark.fixes.map(({ label, replacement }) => ({
      name: label,
      apply: (editor, start, end) => editor.dispatch({ changes: { from: start, to: end, insert: replacement } }),
    })),
  };
}

function lineStyles(classOfLine: (text: string) => string | null) {
  const decorate = (editor: EditorView): DecorationSet => {
    const marks: Range<Decoration>[] = [];
    for (const { from, to } of editor.visibleRanges) {
      for (let position = from; position <= to; ) {
        const line = editor.state.doc.lineAt(position);
        const name = classOfLine(line.text);
        if (name !== null) {
          marks.push(Decoration.line({ class: name }).range(line.from));
        }
        position = line.to + 1;
      }
    }
    return Decoration.set(marks);
  };
  return ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      constructor(editor: EditorView) {
        this.decorations = decorate(editor);
      }
      update(update: ViewUpdate): void {
        if (update.docChanged || update.viewportChanged) {
          this.decorations = decorate(update.view);
        }
      }
    },
    { decorations: (plugin) => plugin.decorations },
  );
}

const appearance = EditorView.theme({
  '&': { backgroundColor: colour.sheet, border: `1px solid ${colour.hairline}`, fontSize: '15px', height: '100%' },
  '&.cm-focused': { outline: `3px solid ${colour.brass}` },
  '.cm-scroller': { fontFamily: chartFace, lineHeight: '1.6' },
  '.cm-content': { padding: '12px 0', caretColor: colour.ink },
  '.cm-line': { padding: '0 12px' },
  '.cm-gutters': { backgroundColor: colour.sheet, color: colour.quiet, border: 'none', paddingLeft: '6px' },
  '.line-heading': { fontFamily: nameFace, fontWeight: '650', fontSize: '17px' },
  '.line-header': { color: colour.quiet },
  '.line-cue': { color: colour.quiet, fontStyle: 'italic' },
  '.cm-lintRange-error': { backgroundImage: 'none', borderBottom: `3px double ${colour.rosewood}` },
  '.cm-lintRange-info': { backgroundImage: 'none', borderBottom: `2px dotted ${colour.brass}` },
  '.cm-tooltip': { backgroundColor: colour.sheet, border: `1px solid ${colour.hairline}`, maxWidth: '420px' },
  '.cm-diagnostic-error': { borderLeft: `4px solid ${colour.rosewood}` },
  '.cm-diagnostic-info': { borderLeft: `4px solid ${colour.brass}` },
});
