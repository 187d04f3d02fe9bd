import { useState } from 'react';
import styled from 'styled-components';
import type { Closing, RecordView } from '../../api/client';
import type { Change } from '../../api/sendChange';
import { useSettings } from '../../api/useSettings';
import { Button, Primary, Row } from '../../components/Buttons';
import { Pick, Text } from '../../components/Fields';
import { Quantity } from '../../components/Quantity';
import { doneWords } from '../../components/words';
import { c } from '../../theme/tokens';

const Box = styled.details`
  margin-top: 18px;
  border-top: 1.5px solid ${c('mist')};
  summary { cursor: pointer; font-weight: 600; padding: 12px 0; min-height: 48px; }
  form { display: grid; gap: 12px; }
`;

/** Ends a record with what was done, or shows how it ended and opens it again. */
export function Close({ record, onChange }: { record: RecordView; onChange: (change: Change) => void }) {
  const imperial = useSettings().data?.units === 'imperial';
  const [done, setDone] = useState<Closing['done']>('left');
  const [amount, setAmount] = useState<number>();
  const [note, setNote] = useState('');
  const { closing } = record;
  if (closing) {
    return (
      <div>
        <h2>{doneWords[closing.done]}</h2>
        {closing.weighed && <p>{closing.weighed}</p>}
        {closing.note && <p>{closing.note}</p>}
        <p>This record is closed. Its ruling stays as it was on that day.</p>
        {record.unruled > 0 && (
          <p role="alert">
            {record.unruled} {record.unruled === 1 ? 'change' : 'changes'} came in from elsewhere that this ruling did
            not see. Reopen it to rule on all of it.
          </p>
        )}
        <Row>
          <Button onPress={() => onChange({ do: 'reopen' })}>Reopen it</Button>
        </Row>
      </div>
    );
  }
  const unit = imperial ? 'oz' : 'g';
  const send = () =>
    onChange({
      do: 'close',
      closing: { done, note, ...(done === 'took' && amount !== undefined ? { amount, unit } : {}) },
    });
  return (
    <Box open={record.ruling.verdict !== 'keep-looking'}>
      <summary>Close this record: what was done with it</summary>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          send();
        }}
      >
        <Pick
          label="What was done"
          value={done}
          onChange={(v) => setDone(v as Closing['done'])}
          options={Object.entries(doneWords).map(([id, name]) => ({ id, name }))}
        />
        {done === 'took' && record.ruling.verdict !== 'ruled-clear' && (
          <p role="alert">
            <strong>The ruling does not say that nothing harmful fits.</strong> {record.ruling.says}
          </p>
        )}
        {done === 'took' && (
          <Quantity
            label={`How much (${imperial ? 'ounces' : 'grams'})`}
            unit={unit}
            value={amount}
            onChange={setAmount}
          />
        )}
        <Text label="Note" value={note} onChange={setNote} long />
        <Row>
          <Primary type="submit">Close the record</Primary>
        </Row>
      </form>
    </Box>
  );
}
