import styled from 'styled-components';
import type { Closing, Ruling } from '../../api/client';
import { useSettings } from '../../api/useSettings';
import { Primary, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { doneWords } from '../../components/words';
import type { Draft } from './Close';
import { strings } from './strings';

const Form = styled.form`display: grid; gap: 12px;`;

interface Props {
  ruling: Ruling;
  busy: boolean;
  draft: Draft | undefined;
  onDraft: (draft: Draft) => void;
  onClose: (closing: Closing) => void;
}

/** The fields of how a record ended. */
export default function CloseForm({ ruling, busy, draft, onDraft, onClose }: Props) {
  const imperial = useSettings().data?.units === 'imperial';
  const { done = 'left', amount, note = '' } = draft ?? {};
  const set = (part: Draft) => onDraft({ ...draft, ...part });
  const unit = imperial ? 'oz' : 'g';
  const send = () => onClose({ done, note, ...(done === 'took' && amount !== undefined ? { amount, unit } : {}) });
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <Pick
        label={strings.whatWasDone}
        value={done}
        onChange={(v) => set({ done: v as Closing['done'] })}
        options={Object.entries(doneWords).map(([id, name]) => ({ id, name }))}
      />
      {done === 'took' && ruling.verdict !== 'ruled-clear' && (
        <p role="alert">
          <strong>{strings.theRulingDoesNotSay}</strong> {ruling.says}
        </p>
      )}
      {done === 'took' && (
        <Quantity
          label={strings.howMuch(imperial ? strings.ounces : strings.grams)}
          unit={unit}
          value={amount}
          onChange={(amount) => set({ amount })}
        />
      )}
      <Text label={strings.note} value={note} onChange={(note) => set({ note })} long />
      <Row>
        <Primary type="submit" isDisabled={busy}>
          {strings.closeTheRecord}
        </Primary>
      </Row>
    </Form>
  );
}
