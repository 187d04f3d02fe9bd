import type { Closing, RecordView } from '../../api/client';
import type { Change } from '../../api/sendChange';
import { Button, Row } from '../../components/Buttons';
import { useDraft } from '../../components/drafts';
import { Folded } from '../../components/Folded';
import { lazily } from '../../components/lazily';
import { doneWords } from '../../components/words';
import { strings } from './strings';

const CloseForm = lazily(() => import('./CloseForm'));

/** What was written into the form and is not kept. */
export interface Draft {
  done?: Closing['done'];
  amount?: number | undefined;
  note?: string;
}

/** Ends a record with what was done, or shows how it ended and opens it again. */
export function Close({
  record,
  busy,
  onChange,
}: {
  record: RecordView;
  busy: boolean;
  onChange: (change: Change, then?: () => void) => void;
}) {
  const [draft, setDraft] = useDraft<Draft>(`close ${record.id}`);
  const { closing, ruling } = record;
  if (closing) {
    return (
      <div>
        <h2>{doneWords[closing.done]}</h2>
        {closing.weighed && <p>{closing.weighed}</p>}
        {closing.note && <p>{closing.note}</p>}
        <p>{strings.thisRecordIsClosedIts}</p>
        {record.unruled > 0 && (
          <p role="alert">
            {strings.cameInFromElsewhereThat(record.unruled, record.unruled === 1 ? strings.change : strings.changes)}
          </p>
        )}
        <Row>
          <Button isDisabled={busy} onPress={() => onChange({ do: 'reopen' })}>
            {strings.reopenIt}
          </Button>
        </Row>
      </div>
    );
  }
  if (!ruling) return null;
  return (
    <Folded open={ruling.verdict !== 'keep-looking' || draft !== undefined} heading={strings.closeThisRecordWhatWas}>
      {() => (
        <CloseForm
          ruling={ruling}
          busy={busy}
          draft={draft}
          onDraft={setDraft}
          onClose={(closing) => onChange({ do: 'close', closing }, () => setDraft(undefined))}
        />
      )}
    </Folded>
  );
}
