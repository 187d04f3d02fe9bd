import styled from 'styled-components';
import type { Reading, Ruling, Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button } from '../../components/Buttons';
import { Stalk } from '../../components/Harm';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { Lookalike } from './Lookalike';

const Box = styled.section`
  h2 { font-size: 19px; }
  > p { margin: 2px 0 12px; color: ${c('stone')}; font-size: 15px; }
  summary { cursor: pointer; font-weight: 600; min-height: 44px; padding: 10px 0; }
`;

interface Props {
  ruling: Ruling;
  readings: Reading[];
  guide: GuideIndex;
  closed: boolean;
  onPick: (character: string) => void;
}

/** Every harmful species as a cane: the cuts made, the cuts missing, and where it could still be cut. */
export function Lookalikes({ ruling, readings, guide, closed, onPick }: Props) {
  const standing = ruling.harmful.filter((h) => h.status !== 'out');
  const down = ruling.harmful.filter((h) => h.status === 'out');
  return (
    <Box aria-label="Harmful species still standing">
      <h2>{standing.length > 0 ? `Still standing: ${standing.length}` : 'None is standing'}</h2>
      <p>
        {ruling.harmful.length === 0
          ? 'This guide knows no harmful species to hold this against, so nothing was ruled out.'
          : standing.length > 0
            ? 'Each needs its cuts: things seen on this one that it never shows.'
            : 'Every harmful species of this guide that could be meant was cut. No guide holds them all.'}
      </p>
      <ul>
        {standing.map((h) => (
          <Still
            key={h.taxon}
            harmful={h}
            ruling={ruling}
            readings={readings}
            guide={guide}
            closed={closed}
            onPick={onPick}
          />
        ))}
      </ul>
      {down.length > 0 && (
        <details>
          <summary>
            {down.length} {down.length === 1 ? 'is' : 'are'} down
          </summary>
          <ul>
            {down.map((h) => (
              <Lookalike key={h.taxon}>
                <Stalk thorns={harmWords[h.harm]?.thorns ?? 0} down />
                <div>
                  <h3>{guide.nameOf(h.taxon)}</h3>
                  <Cuts harmful={h} readings={readings} guide={guide} missing={0} />
                </div>
              </Lookalike>
            ))}
          </ul>
        </details>
      )}
      {ruling.apart.length > 0 && (
        <p>
          Not known from this continent, so left aside:{' '}
          {ruling.apart.map((t) => guide.nameOf(t).toLowerCase()).join(', ')}.
        </p>
      )}
    </Box>
  );
}

function Cuts({
  harmful,
  readings,
  guide,
  missing,
}: {
  harmful: Schema['Harmful'];
  readings: Reading[];
  guide: GuideIndex;
  missing: number;
}) {
  const says = (id: string) => {
    const character = guide.character(id);
    const reading = readings.find((r) => r.character === id);
    const state = reading?.states?.map((s) => character?.states.find((x) => x.id === s)?.name ?? s).join(', ');
    return `${(character?.name ?? id).toLowerCase()}${state ? `: ${state.toLowerCase()}` : ''}`;
  };
  return (
    <div className="cuts">
      {harmful.lines.map((l) => (
        <span key={l.line} className={l.worth === 1 ? 'cut' : 'hint'}>
          {l.worth === 1
            ? 'Cut: '
            : l.characters.every((x) => guide.character(x)?.hint)
              ? 'Only a hint: '
              : 'Not firm yet: '}
          {l.characters.map(says).join('; ')}
        </span>
      ))}
      {missing > 0 && <span className="need">{missing === 1 ? 'one more cut' : `${missing} cuts missing`}</span>}
    </div>
  );
}

function Still({
  harmful,
  ruling,
  readings,
  guide,
  closed,
  onPick,
}: Omit<Props, 'ruling'> & { harmful: Schema['Harmful']; ruling: Ruling }) {
  const holding = ruling.holding.find((x) => x.taxon === harmful.taxon);
  const lines = holding?.lines ?? [];
  const characters = lines.flatMap((l) => l.characters.slice(0, 1)).slice(0, 5);
  const harm = harmWords[harmful.harm];
  return (
    <Lookalike>
      <Stalk thorns={harm?.thorns ?? 0} />
      <div>
        <h3>{guide.nameOf(harmful.taxon)}</h3>
        <div className="harm">{harm?.say}</div>
        <Cuts harmful={harmful} readings={readings} guide={guide} missing={holding?.missing ?? 0} />
        {!closed && characters.length > 0 && (
          <div className="holds">
            <span>
              {lines.length} {lines.length === 1 ? 'line' : 'lines'} could still cut it:
            </span>
            {characters.map((id) => (
              <Button key={id} onPress={() => onPick(id)}>
                {guide.character(id)?.name}
              </Button>
            ))}
          </div>
        )}
        {!closed && ruling.working && characters.length === 0 && (
          <div className="holds">Nothing that can still be read would cut it.</div>
        )}
      </div>
    </Lookalike>
  );
}
