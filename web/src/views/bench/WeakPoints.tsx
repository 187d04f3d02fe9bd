import styled from 'styled-components';
import type { Ruling, Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button } from '../../components/Buttons';
import { Stalk } from '../../components/Harm';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { Lookalike } from './Lookalike';
import { strings } from './strings';

const Box = styled.details`
  margin-top: 18px;
  font-size: 15px;
  summary { min-height: 44px; padding: 10px 0; cursor: pointer; font-weight: 600; }
  p { margin: 0 0 8px; color: ${c('stone')}; }
`;

interface Props {
  ruling: Ruling;
  guide: GuideIndex;
  onPick?: (character: string, afresh?: boolean) => void;
}

/** Which wrong answers would let something harmful back in, and what would make the ruling firmer. */
export function WeakPoints({ ruling, guide, onPick }: Props) {
  if (ruling.weakest.length === 0) return null;
  const decided = ruling.verdict === 'ruled-clear' || ruling.verdict === 'show-someone';
  return (
    <Box open={decided}>
      <summary>
        {strings.whatIfIMisread(
          ruling.weakest.length,
          ruling.weakest.length === 1 ? strings.weakPoint : strings.weakPoints,
        )}
      </summary>
      <p>{strings.whatWouldStandAgainIf}</p>
      <ul>
        {ruling.weakest.map((w) => (
          <Point key={w.readings.join()} point={w} guide={guide} onPick={onPick} />
        ))}
      </ul>
    </Box>
  );
}

function Point({ point, guide, onPick }: { point: Schema['WeakPoint']; guide: GuideIndex; onPick: Props['onPick'] }) {
  const gravest = guide.taxon(point.brings_back[0] ?? '')?.harm;
  const harm = gravest && harmWords[gravest];
  const several = point.brings_back.length > 1;
  const wrong = { 1: strings.ifThisIsWrong, 2: strings.ifBothOfTheseAre }[point.readings.length];
  const check = point.readings.includes(point.check ?? '') ? undefined : point.check;
  const name = (id: string) => guide.character(id)?.name ?? id;
  return (
    <Lookalike>
      <Stalk thorns={harm?.thorns ?? 0} />
      <div>
        <h3>{listed(point.brings_back.map(guide.nameOf))}</h3>
        <div className="harm">{harm?.say}</div>
        <div className="holds">
          <span>{strings.again(several ? strings.stand : strings.stands, wrong ?? strings.ifAllOfTheseAre)}</span>
          {onPick ? (
            point.readings.map((id) => (
              <Button key={id} onPress={() => onPick(id, true)}>
                {name(id)}
              </Button>
            ))
          ) : (
            <strong>{point.readings.map(name).join('; ')}</strong>
          )}
        </div>
        {onPick && check && (
          <div className="holds" data-screen-only>
            <span>{strings.oneMoreLookWouldMake}</span>
            <Button onPress={() => onPick(check)}>{name(check)}</Button>
          </div>
        )}
      </div>
    </Lookalike>
  );
}

function listed(words: string[]) {
  return words.length < 2 ? words.join('') : strings.and(words.slice(0, -1).join(', '), words.at(-1) ?? '');
}
