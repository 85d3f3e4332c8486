import { styled } from 'styled-components';
import { sayAssumption } from '../../../core/formats/loose-chart/assumption-words.ts';
import { chartFace, colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Progress } from '../../ui/progress.tsx';
import { Select } from '../../ui/select.tsx';
import { useLooseChart } from './use-loose-chart.ts';

const MOST_PREVIEW = 20_000;

/** A text that is to become a chart; `encoding` is null for one that did not come from a file. */
export type LooseSource = {
  readonly text: string;
  readonly fileName: string;
  readonly encoding: { readonly chosen: string; readonly others: readonly string[] } | null;
};

/** What was assumed about a loose chart, each to be taken otherwise, beside the chart it comes to. */
export function LooseDialog(props: {
  readonly source: LooseSource;
  readonly onEncoding: (encoding: string) => void;
  readonly onTake: (text: string) => void;
  readonly onClose: () => void;
}) {
  const { source, onEncoding, onTake, onClose } = props;
  return (
    <Dialog title="What was assumed" isWide isOpen onClose={onClose} closeLabel="Leave it as it was">
      <Loose source={source} onEncoding={onEncoding} onTake={onTake} />
    </Dialog>
  );
}

function Loose({
  source,
  onEncoding,
  onTake,
}: Pick<Parameters<typeof LooseDialog>[0], 'source' | 'onEncoding' | 'onTake'>) {
  const { reading, share, failure, choose } = useLooseChart(source.text);
  if (reading === null) {
    return failure === '' ? <Progress label="Reading the text" share={share} /> : <p role="alert">{failure}</p>;
  }
  const { encoding } = source;
  return (
    <>
      <Columns>
        <section aria-label="Assumptions">
          {encoding !== null && (
            <Row>
              <b>{source.fileName}</b>
              <Select
                label="Encoding of the file"
                isLabelHidden
                options={[encoding.chosen, ...encoding.others].map((name) => ({
                  value: name,
                  text: `it is written in ${name}`,
                }))}
                value={encoding.chosen}
                onChange={onEncoding}
              />
            </Row>
          )}
          {reading.assumptions.map((assumption) => {
            const { title, where, ways } = sayAssumption(assumption);
            return (
              <Row key={assumption.kind}>
                <b>{title}</b>
                <small>{where}</small>
                <Select
                  label={title}
                  isLabelHidden
                  options={ways}
                  value={assumption.chosen}
                  onChange={(way) => choose(assumption.kind, way)}
                />
              </Row>
            );
          })}
          {reading.assumptions.length === 0 && <p>Nothing had to be assumed.</p>}
        </section>
        <Preview role="region" aria-label="The chart it comes to" tabIndex={0}>
          {reading.text === '' ? 'Nothing in it looks like a chart.' : reading.text.slice(0, MOST_PREVIEW)}
          {reading.text.length > MOST_PREVIEW && '\n…'}
        </Preview>
      </Columns>
      <Button weight="strong" isDisabled={reading.text === ''} onPress={() => onTake(reading.text)}>
        Put this in place of the chart
      </Button>
    </>
  );
}

const Columns = styled.div`
  display: grid; grid-template-columns: minmax(0, 5fr) minmax(0, 6fr); gap: 24px; width: 100%;
  section { display: grid; gap: 10px; align-content: start; max-height: 56vh; overflow: auto; padding: 2px; }
  @media (max-width: 760px) { grid-template-columns: minmax(0, 1fr); }
`;
const Row = styled.div`
  display: grid; gap: 3px; justify-items: start; border-left: 4px solid ${colour.brass}; padding: 2px 0 4px 10px;
  small { color: ${colour.quiet}; overflow-wrap: anywhere; }
`;
const Preview = styled.pre`
  margin: 0; padding: 12px; background: ${colour.paper}; border: 1px solid ${colour.hairline}; font: 14px/1.5 ${chartFace};
  max-height: 56vh; overflow: auto; white-space: pre-wrap; overflow-wrap: anywhere;
`;
