import { useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Organ, RecordView } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button, Row, Toggle } from '../../components/Buttons';
import { organWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { type Place, places } from './figurePlaces';
import { strings } from './strings';

const Spot = styled(AriaButton)<{ $box: Place; $next: boolean }>`
  position: absolute;
  left: ${(p) => p.$box[1]}%;
  top: ${(p) => p.$box[2]}%;
  width: ${(p) => p.$box[3]}%;
  height: ${(p) => p.$box[4]}%;
  border: 3px solid ${(p) => (p.$next ? c('zest') : 'transparent')};
  border-radius: 14px;
  background: none;
  cursor: pointer;
  &[data-hovered], &[aria-expanded='true'] { border-color: ${c('stone')}; }
`;

const Stage = styled.div`
  position: relative;
`;

const Parts = styled.div`
  margin: 6px 0 10px;
  h3 { font-size: 16px; margin: 10px 0 6px; }
  button { min-height: 44px; padding: 6px 11px; font-size: 14.5px; }
`;

interface Props {
  record: RecordView;
  guide: GuideIndex;
  /** The organ of what is asked next, shown on the figure. */
  next?: string;
  onPick: (character: string) => void;
  children: React.ReactNode;
}

/** The figure to be touched: a press on a part lists what can be read of it, and a second one opens it. */
export function FigureHotspots({ record, guide, next, onPick, children }: Props) {
  const [part, setPart] = useState<Organ | ''>('');
  const kingdom = record.about.kingdom;
  const here = places[kingdom] ?? [];
  const of = (organ: string) => guide.characters.filter((x) => x.organ === organ && x.kingdoms.includes(kingdom));
  const others = guide.organs.filter((o) => !here.some(([organ]) => organ === o) && of(o).length > 0);
  const read = new Set(record.readings.map((r) => r.character));
  return (
    <>
      <Stage>
        {children}
        {here.map((box, i) => {
          const [organ] = box;
          const apart = here.findIndex(([o]) => o === organ) < i;
          return (
            <Spot
              key={box.join()}
              $box={box}
              $next={organ === next}
              aria-label={strings.ofTheFigure(
                organWords[organ],
                apart ? strings.drawnApart : '',
                organ === next ? strings.whereToLookNext : '',
              )}
              aria-expanded={part === organ}
              onPress={() => setPart(part === organ ? '' : organ)}
            />
          );
        })}
      </Stage>
      <Parts data-screen-only>
        <Row role="group" aria-label={strings.otherParts}>
          {others.map((o) => (
            <Toggle key={o} isSelected={part === o} onChange={(on) => setPart(on ? o : '')}>
              {organWords[o] ?? o}
            </Toggle>
          ))}
        </Row>
        {part && (
          <>
            <h3>
              {organWords[part]}
              {strings.whatCanBeRead}
            </h3>
            <Row role="group" aria-label={strings.readOfIt(organWords[part])}>
              {of(part).map((x) => (
                <Button
                  key={x.id}
                  aria-label={strings.lookAt(x.name.toLowerCase(), read.has(x.id) ? strings.readAlready : '')}
                  onPress={() => {
                    setPart('');
                    onPick(x.id);
                  }}
                >
                  {x.name}
                  {read.has(x.id) && ' ✓'}
                </Button>
              ))}
            </Row>
          </>
        )}
      </Parts>
    </>
  );
}
