import styled from 'styled-components';
import type { About, RecordView, Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { useMap } from '../../api/useMap';
import { Primary, Quiet, Row } from '../../components/Buttons';
import { byWord } from '../../components/byWord';
import { Text } from '../../components/Fields';
import { Pick } from '../../components/Pick';
import { purposes } from '../../components/words';
import { strings } from './strings';

const Form = styled.form`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(260px, 100%), 1fr));
  gap: 14px;
  .wide { grid-column: 1 / -1; }
`;

const stages = ['', 'young', 'mature', 'old'].map((id) => ({ id, name: id === '' ? strings.notKnown : id }));

interface Props {
  record: RecordView;
  guide: GuideIndex;
  draft: Partial<About> | undefined;
  onDraft: (draft: Partial<About> | undefined) => void;
  onKeep: (about: About) => void;
}

/** Where a record is that is made at a place that is kept; without one, where it was. */
function at(place: Schema['PatchRow'] | undefined, was: About['place']): About['place'] {
  const { id: _, ...rest } = was ?? {};
  if (!place) return rest;
  return {
    ...rest,
    id: place.id,
    name: place.name,
    ...(rest.latitude === undefined ? { ...place.middle, accuracy_m: place.shape.accuracy_m ?? 0 } : {}),
  };
}

/** The fields of what the record is about. */
export default function DetailsForm({ record, guide, draft, onDraft, onKeep }: Props) {
  const about: About = { ...record.about, ...draft };
  const set = (part: Partial<About>) => onDraft({ ...draft, ...part });
  const names = guide.taxa
    .filter((t) => t.kingdom === about.kingdom)
    .map((t) => ({ id: t.id, name: `${t.display_name} (${t.name})` }))
    .sort((a, b) => byWord(a.name, b.name));
  // A name that is gone is shown as what it is: nobody is to keep it without seeing it.
  const { data: map } = useMap();
  const gone = about.target && !names.some((n) => n.id === about.target) ? about.target : '';
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        onKeep(about);
      }}
    >
      <Pick
        label={strings.workingName}
        value={about.target ?? ''}
        onChange={(target) => set({ target })}
        options={[
          ...(gone ? [{ id: gone, name: strings.noLongerInYourGuide(gone) }] : []),
          { id: '', name: strings.noneLetTheReadingsSay },
          ...names,
        ]}
      />
      <Pick
        label={strings.lookedAtTo}
        value={about.purpose ?? 'eat'}
        onChange={(purpose) => set({ purpose: purpose as About['purpose'] })}
        options={purposes}
      />
      <Text label={strings.day} type="date" value={about.date ?? ''} onChange={(date) => set({ date })} />
      <Pick label={strings.stage} value={about.stage ?? ''} onChange={(stage) => set({ stage })} options={stages} />
      <Text
        label={strings.place}
        value={about.place?.name ?? ''}
        onChange={(name) => set({ place: { ...about.place, name } })}
      />
      {(map?.places ?? []).length > 0 && (
        <Pick
          label={strings.atAPlaceThatIs}
          value={about.place?.id ?? ''}
          onChange={(id) =>
            set({
              place: at(
                map?.places.find((p) => p.id === id),
                about.place,
              ),
            })
          }
          options={[
            { id: '', name: strings.noneOfThem },
            ...(map?.places ?? []).map((p) => ({ id: p.id, name: p.name })),
          ]}
        />
      )}
      <Pick
        label={strings.region}
        value={about.region ?? ''}
        onChange={(region) => set({ region })}
        options={[{ id: '', name: strings.notGiven }, ...guide.regions.map((r) => ({ id: r.code, name: r.name }))]}
      />
      <div className="wide">
        <Text label={strings.note} long value={about.note ?? ''} onChange={(note) => set({ note })} />
      </div>
      <Row className="wide">
        <Primary type="submit">{strings.keepThese}</Primary>
        {draft && <Quiet onPress={() => onDraft(undefined)}>{strings.asTheyWere}</Quiet>}
        {draft && <span role="status">{strings.notKeptYet}</span>}
      </Row>
    </Form>
  );
}
