import { useState } from 'react';
import styled from 'styled-components';
import type { About, RecordView } from '../../api/client';
import type { Change } from '../../api/sendChange';
import type { GuideIndex } from '../../api/useGuide';
import { Primary, Row } from '../../components/Buttons';
import { Pick, Text } from '../../components/Fields';
import { c } from '../../theme/tokens';

const Box = styled.details`
  border-top: 1.5px solid ${c('mist')};
  summary { cursor: pointer; padding: 12px 0; min-height: 48px; }
  summary h2 { display: inline; font-size: 19px; }
  form { display: grid; grid-template-columns: repeat(auto-fill, minmax(260px, 1fr)); gap: 14px; }
  .wide { grid-column: 1 / -1; }
`;

const stages = ['', 'young', 'mature', 'old'].map((id) => ({ id, name: id === '' ? 'Not known' : id }));

/** What the record is about: name, day, place, stage, note. */
export function Details({
  record,
  guide,
  closed,
  onChange,
}: {
  record: RecordView;
  guide: GuideIndex;
  closed: boolean;
  onChange: (change: Change) => void;
}) {
  const [about, setAbout] = useState<About>(record.about);
  const set = (part: Partial<About>) => setAbout({ ...about, ...part });
  const names = guide.taxa
    .filter((t) => t.kingdom === about.kingdom)
    .map((t) => ({ id: t.id, name: `${t.display_name} (${t.name})` }))
    .sort((a, b) => a.name.localeCompare(b.name));
  if (closed) return record.about.note ? <p>{record.about.note}</p> : null;
  return (
    <Box>
      <summary>
        <h2>About this record: name, day, place, note</h2>
      </summary>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          onChange({ do: 'about', about });
        }}
      >
        <Pick
          label="Working name"
          value={about.target ?? ''}
          onChange={(target) => set({ target })}
          options={[{ id: '', name: 'None: let the readings say' }, ...names]}
        />
        <Pick
          label="Looked at to"
          value={about.purpose ?? 'eat'}
          onChange={(purpose) => set({ purpose: purpose as About['purpose'] })}
          options={[
            { id: 'eat', name: 'eat it' },
            { id: 'touch', name: 'touch, cut or burn it' },
          ]}
        />
        <Text label="Day" type="date" value={about.date ?? ''} onChange={(date) => set({ date })} />
        <Pick label="Stage" value={about.stage ?? ''} onChange={(stage) => set({ stage })} options={stages} />
        <Text
          label="Place"
          value={about.place?.name ?? ''}
          onChange={(name) => set({ place: { ...about.place, name } })}
        />
        <Pick
          label="Region"
          value={about.region ?? ''}
          onChange={(region) => set({ region })}
          options={[{ id: '', name: 'Not given' }, ...guide.regions.map((r) => ({ id: r.code, name: r.name }))]}
        />
        <div className="wide">
          <Text label="Note" long value={about.note ?? ''} onChange={(note) => set({ note })} />
        </div>
        <Row className="wide">
          <Primary type="submit">Keep these</Primary>
        </Row>
      </form>
    </Box>
  );
}
