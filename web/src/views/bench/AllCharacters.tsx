import { useState } from 'react';
import styled from 'styled-components';
import type { RecordView } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button } from '../../components/Buttons';
import { organWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Box = styled.details`
  border-top: 1.5px solid ${c('mist')};
  summary { cursor: pointer; padding: 12px 0; min-height: 48px; }
  summary h2 { display: inline; font-size: 19px; }
`;

const Organs = styled.div`
  columns: 3 260px;
  column-gap: 24px;
  section { break-inside: avoid; padding-bottom: 14px; }
  h3 { font-size: 16px; padding-bottom: 4px; }
  button { width: 100%; text-align: left; margin-bottom: 4px; display: flex; justify-content: space-between; gap: 8px; font-weight: 500; border-color: ${c('mist')}; min-height: 44px; }
  small { color: ${c('stone')}; }
`;

/** Every character of the kingdom by organ, to be read in any order. */
export function AllCharacters({
  record,
  guide,
  onPick,
}: {
  record: RecordView;
  guide: GuideIndex;
  onPick: (character: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const read = new Set(record.readings.map((r) => r.character));
  const mine = guide.characters.filter((x) => x.kingdoms.includes(record.about.kingdom));
  return (
    <Box open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        <h2>{strings.allFeaturesInAnyOrder(mine.length)}</h2>
      </summary>
      <Organs>
        {(open ? guide.organs : []).map((organ) => {
          const here = mine.filter((x) => x.organ === organ);
          if (here.length === 0) return null;
          return (
            <section key={organ} aria-label={organWords[organ]}>
              <h3>{organWords[organ]}</h3>
              {here.map((x) => (
                <Button key={x.id} onPress={() => onPick(x.id)}>
                  {x.name}
                  <small>{read.has(x.id) ? strings.read : x.where === 'home' ? strings.atHome : ''}</small>
                </Button>
              ))}
            </section>
          );
        })}
      </Organs>
    </Box>
  );
}
