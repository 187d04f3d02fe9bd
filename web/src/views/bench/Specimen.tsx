import { Suspense } from 'react';
import styled from 'styled-components';
import type { RecordView } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button, Row } from '../../components/Buttons';
import { Folded } from '../../components/Folded';
import { lazily } from '../../components/lazily';
import { useNarrow } from '../../components/useNarrow';
import { Colours } from '../../drawings/Colours';
import { Figure } from '../../drawings/Figure';
import { c } from '../../theme/tokens';
import { type Place, places } from './figurePlaces';
import { strings } from './strings';

const FigureHotspots = lazily(() => import('./FigureHotspots').then((m) => ({ default: m.FigureHotspots })));

const Box = styled.section`
  background: ${c('paper')};
  h2 { font-size: 19px; }
  figure { margin: 8px 0; }
  figcaption { color: ${c('stone')}; font-size: 15px; }
  dt { font-weight: 600; }
  dd { display: flex; gap: 8px; align-items: center; justify-content: space-between; }
  dl > div { padding: 6px 0; border-top: 1px solid ${c('mist')}; font-size: 15px; }
  dd > div { flex-wrap: nowrap; }
  dd.odd span { color: ${c('thorn')}; font-weight: 600; }
  dd button { min-height: 40px; padding: 4px 9px; font-size: 14.5px; font-weight: 500; border-width: 1px; }
  .held { margin-top: 8px; color: ${c('thorn')}; }
  .held button { flex: none; }
`;

const Marked = styled.div`
  position: relative;
`;

/** Marks the part of the figure on which something unusual for the name was read. */
const Odd = styled.span<{ $box: Place }>`
  position: absolute;
  left: ${(p) => p.$box[1]}%;
  top: ${(p) => p.$box[2]}%;
  width: ${(p) => p.$box[3]}%;
  height: ${(p) => p.$box[4]}%;
  border: 2.5px dashed ${c('thorn')};
  border-radius: 14px;
  color: ${c('thorn')};
  font-size: 14px;
  font-weight: 700;
  display: flex;
  align-items: flex-end;
  justify-content: center;
  pointer-events: none;
`;

/** How many readings, the latest, stand on a phone; those before are folded. */
const latest = 5;

interface Props {
  record: RecordView;
  guide: GuideIndex;
  closed: boolean;
  /** The organ of what is asked next. */
  next?: string;
  onPick: (character: string, afresh?: boolean) => void;
  onClear: (character: string) => void;
}

/** The parts that the figure of each kingdom shows, so that what is missing can be named. */
const parts: Record<string, string[]> = {
  fungi: ['cap-shape', 'underside', 'stem-ring', 'stem-base', 'gill-attachment', 'stem-inside'],
  plantae: ['growth-form', 'leaf-arrangement', 'leaf-division', 'stem-section', 'inflorescence', 'fruit-type', 'root'],
};

/** Those that a mushroom without a stem is drawn without. */
const ofTheStem = ['stem-ring', 'stem-base', 'gill-attachment', 'stem-inside'];

/** The specimen drawn from what was read, and every reading in words, to change or clear. */
export function Specimen({ record, guide, closed, next, onPick, onClear }: Props) {
  const shown: Record<string, string | undefined> = {};
  const sizes: Record<string, number | undefined> = {};
  for (const r of record.readings) {
    shown[r.character] = r.states?.[0];
    sizes[r.character] = r.value ?? (r.low !== undefined && r.high !== undefined ? (r.low + r.high) / 2 : undefined);
  }
  const odd = new Set(record.ruling?.odd.map((o) => o.character));
  const missing = (parts[record.about.kingdom] ?? [])
    .filter((p) => !shown[p] && !(shown['stem-place'] === 'none' && ofTheStem.includes(p)))
    .map((p) => guide.character(p)?.name.toLowerCase());
  const figure = (
    <Marked>
      <Figure
        kingdom={record.about.kingdom}
        shown={shown}
        sizes={sizes}
        label={missing.length > 0 ? strings.theSpecimenNotLookedAt(missing.join(', ')) : strings.theSpecimenAsRead}
      />
      {[...odd].map((id) => {
        const at = places[record.about.kingdom]?.find(([organ]) => organ === guide.character(id)?.organ);
        return (
          at && (
            <Odd key={id} $box={at}>
              {strings.unusual}
            </Odd>
          )
        );
      })}
    </Marked>
  );
  const isNarrow = useNarrow();
  const earlier = record.readings.length - latest;
  const one = (r: RecordView['readings'][number]) => {
    const character = guide.character(r.character);
    const name = character?.name ?? r.character;
    return (
      <div key={r.character}>
        <dt>
          {name}
          {character?.hint ? strings.aHint : ''}
        </dt>
        <dd className={odd.has(r.character) ? 'odd' : ''}>
          <span>
            {r.says}
            {odd.has(r.character) && strings.unusualFor(guide.nameWithin(record.ruling?.working ?? ''))}
          </span>
          {!closed && (
            <Row>
              <Button aria-label={strings.change2(name)} onPress={() => onPick(r.character)}>
                {strings.change3}
              </Button>
              <Button aria-label={strings.clear(name)} onPress={() => onClear(r.character)}>
                {strings.clear2}
              </Button>
            </Row>
          )}
        </dd>
        {(r.held || r.disputed) && !closed && (
          <dd className="held">
            <span>
              {r.disputed
                ? strings.readOtherwiseElsewhereAtThe
                : record.misread?.includes(r.character)
                  ? strings.inPracticeYouMisreadThis
                  : strings.changedAfterItStoodIn}
            </span>
            <Button onPress={() => onPick(r.character, true)}>{strings.lookAfresh}</Button>
          </dd>
        )}
      </div>
    );
  };
  return (
    <Box aria-label={strings.theSpecimen}>
      <h2>{strings.asReadSoFar}</h2>
      <figure>
        {closed ? (
          figure
        ) : (
          <Suspense fallback={figure}>
            <FigureHotspots record={record} guide={guide} next={next} onPick={onPick}>
              {figure}
            </FigureHotspots>
          </Suspense>
        )}
        <figcaption>
          {missing.length > 0 ? strings.brokenLinesNotLookedAt(missing.join(', ')) : strings.drawnFromTheReadings}
        </figcaption>
      </figure>
      <Colours shown={shown} />
      {record.readings.length === 0 && <p>{strings.nothingReadYetEveryAnswer}</p>}
      <dl>{(isNarrow ? record.readings.slice(-latest) : record.readings).map(one)}</dl>
      {isNarrow && earlier > 0 && (
        <Folded open={false} heading={`${earlier} earlier`}>
          {() => <dl>{record.readings.slice(0, -latest).map(one)}</dl>}
        </Folded>
      )}
    </Box>
  );
}
