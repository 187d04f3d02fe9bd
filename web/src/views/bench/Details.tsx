import type { About, RecordView } from '../../api/client';
import type { Change } from '../../api/sendChange';
import type { GuideIndex } from '../../api/useGuide';
import { useDraft } from '../../components/drafts';
import { Folded } from '../../components/Folded';
import { lazily } from '../../components/lazily';
import { strings } from './strings';

const DetailsForm = lazily(() => import('./DetailsForm'));

/** What the record is about: name, day, place, stage, note. */
export function Details({
  record,
  guide,
  closed,
  open = false,
  onChange,
}: {
  record: RecordView;
  guide: GuideIndex;
  closed: boolean;
  /** Whether it stands open from the start. */
  open?: boolean;
  onChange: (change: Change, then?: () => void) => boolean;
}) {
  // Only what was changed here is a draft: what comes in from elsewhere meanwhile is shown, and stays.
  const [draft, setDraft] = useDraft<Partial<About>>(`about ${record.id}`);
  if (closed) return record.about.note ? <p>{record.about.note}</p> : null;
  return (
    <Folded open={open || draft !== undefined} heading={<h2>{strings.aboutThisRecordNameDay}</h2>}>
      {() => (
        <DetailsForm
          record={record}
          guide={guide}
          draft={draft}
          onDraft={setDraft}
          onKeep={(about) => onChange({ do: 'about', about }, () => setDraft(undefined))}
        />
      )}
    </Folded>
  );
}
