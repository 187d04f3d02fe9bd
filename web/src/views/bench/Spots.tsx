import { useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import type { RecordView } from '../../api/client';
import type { Book } from '../../api/useGuide';
import { c } from '../../look/tokens';
import { Button, Row, Toggle } from '../../parts/Buttons';
import { organWords } from '../../parts/words';

/** Where each organ is on the figure, in hundredths of its box: from the left, from the top, width, height. */
const places: Record<string, Record<string, [number, number, number, number]>> = {
  fungi: { cap: [8, 2, 84, 40], underside: [8, 42, 84, 17], stem: [28, 59, 44, 40] },
  plantae: { flower: [22, 0, 56, 23], leaf: [2, 24, 96, 38], stem: [36, 62, 28, 12], root: [18, 74, 64, 26] },
};

const Spot = styled(AriaButton)<{ $box: [number, number, number, number]; $next: boolean }>`
  position: absolute;
  left: ${(p) => p.$box[0]}%;
  top: ${(p) => p.$box[1]}%;
  width: ${(p) => p.$box[2]}%;
  height: ${(p) => p.$box[3]}%;
  border: 3px solid ${(p) => (p.$next ? c('zest') : 'transparent')};
  border-radius: 14px;
  background: none;
  cursor: pointer;
  &[data-hovered], &[aria-expanded='true'] { border-color: ${c('stone')}; }
`;

const Stage = styled.div`
  position: relative;
  display: grid;
  justify-items: center;
`;

const Parts = styled.div`
  margin: 6px 0 10px;
  h3 { font-size: 16px; margin: 10px 0 6px; }
  button { min-height: 44px; padding: 6px 11px; font-size: 14.5px; }
`;

interface Props {
  record: RecordView;
  book: Book;
  /** The organ of what is asked next, shown on the figure. */
  next?: string;
  onPick: (character: string) => void;
  children: React.ReactNode;
}

/** The figure to be touched: a press on a part lists what can be read of it, and a second one opens it. */
export function Spots({ record, book, next, onPick, children }: Props) {
  const [part, setPart] = useState('');
  const kingdom = record.about.kingdom;
  const here = places[kingdom] ?? {};
  const of = (organ: string) => book.characters.filter((x) => x.organ === organ && x.kingdoms.includes(kingdom));
  const others = book.organs.filter((o) => !here[o] && of(o).length > 0);
  const read = new Set(record.readings.map((r) => r.character));
  return (
    <>
      <Stage>
        {children}
        {Object.entries(here).map(([organ, box]) => (
          <Spot
            key={organ}
            $box={box}
            $next={organ === next}
            aria-label={`${organWords[organ]} of the figure${organ === next ? ', where to look next' : ''}`}
            aria-expanded={part === organ}
            onPress={() => setPart(part === organ ? '' : organ)}
          />
        ))}
      </Stage>
      <Parts data-screen-only>
        <Row role="group" aria-label="Other parts">
          {others.map((o) => (
            <Toggle key={o} isSelected={part === o} onChange={(on) => setPart(on ? o : '')}>
              {organWords[o] ?? o}
            </Toggle>
          ))}
        </Row>
        {part && (
          <>
            <h3>{organWords[part]}: what can be read</h3>
            <Row role="group" aria-label={`Read of it: ${organWords[part]}`}>
              {of(part).map((x) => (
                <Button
                  key={x.id}
                  aria-label={`Look at ${x.name.toLowerCase()}${read.has(x.id) ? ', read already' : ''}`}
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
