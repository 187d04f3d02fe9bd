import { useState } from 'react';
import styled from 'styled-components';
import type { Closing, RecordView } from '../../api/client';
import type { Change } from '../../api/useRecord';
import { useSettings } from '../../api/useSettings';
import { c } from '../../look/tokens';
import { Button, Primary, Row } from '../../parts/Buttons';
import { Pick, Text } from '../../parts/Fields';
import { doneWords } from '../../parts/words';

const Box = styled.details`
  margin-top: 18px;
  border-top: 1.5px solid ${c('mist')};
  summary { cursor: pointer; font-weight: 600; padding: 12px 0; min-height: 48px; }
  form { display: grid; gap: 12px; }
`;

const gramsPerOunce = 28.349523125;

/** Ends a record with what was done, or shows how it ended and opens it again. */
export function Close({ record, onChange }: { record: RecordView; onChange: (change: Change) => void }) {
  const imperial = useSettings().data?.units === 'imperial';
  const [done, setDone] = useState<Closing['done']>('left');
  const [amount, setAmount] = useState('');
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState('');
  const { closing } = record;
  if (closing) {
    const grams = closing.amount_g;
    return (
      <div>
        <h2>{doneWords[closing.done]}</h2>
        {grams !== undefined && (
          <p>{imperial ? `${Math.round((grams / gramsPerOunce) * 10) / 10} oz` : `${grams} g`}</p>
        )}
        {closing.note && <p>{closing.note}</p>}
        <p>This record is closed. Its ruling stays as it was on that day.</p>
        <Row>
          <Button onPress={() => onChange({ do: 'reopen' })}>Reopen it</Button>
        </Row>
      </div>
    );
  }
  const send = () => {
    const n = amount.trim() === '' ? undefined : Number(amount.replace(',', '.'));
    if (n !== undefined && !(n >= 0)) {
      setWrong('Type the amount as a number, such as 250, or leave it out.');
      return;
    }
    onChange({
      do: 'close',
      closing: {
        done,
        note,
        ...(done === 'took' && n !== undefined ? { amount_g: imperial ? n * gramsPerOunce : n } : {}),
      },
    });
  };
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
          <Text
            label={`How much (${imperial ? 'ounces' : 'grams'})`}
            value={amount}
            onChange={setAmount}
            inputMode="decimal"
          />
        )}
        <Text label="Note" value={note} onChange={setNote} long />
        {wrong && <p role="alert">{wrong}</p>}
        <Row>
          <Primary type="submit">Close the record</Primary>
        </Row>
      </form>
    </Box>
  );
}
