import styled from 'styled-components';
import type { Schema } from '../../api/client';
import type { WalkChange } from '../../api/useChangeWalk';
import type { GuideIndex } from '../../api/useGuide';
import { Toggle } from '../../components/Buttons';
import { Tick } from '../../components/Tick';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

const List = styled.ul`
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 4px 14px; align-items: center; padding: 6px 0; border-top: 1px solid ${c('mist')}; break-inside: avoid; }
  small { grid-column: 1 / -1; padding-left: 36px; color: ${c('stone')}; font-size: 15px; }
  .stops { color: ${c('thorn')}; font-weight: 600; }
  ${narrow} { small { padding-left: 0; } }
`;

/** What to carry, each with its reason, to be ticked off; what is missing changes the plan at once. */
export function Bag({
  walk,
  kit,
  guide,
  open,
  onChange,
}: {
  walk: Schema['Walk'];
  kit: Schema['Item'][];
  guide: GuideIndex;
  open: boolean;
  onChange: (change: WalkChange) => void;
}) {
  const packed = kit.filter((k) => walk.bag[k.item] === 'packed').length;
  return (
    <section aria-label={strings.theBag} id="bag">
      <h2>{strings.theBagOfPacked(packed, kit.length)}</h2>
      <p>{walk.state === 'planned' ? strings.tickWhatIsInIt : strings.toolsThatAreNotTicked}</p>
      <List>
        {kit.map((k) => {
          const is = walk.bag[k.item] ?? '';
          return (
            <li key={k.item}>
              <Tick
                isSelected={is === 'packed'}
                isDisabled={!open}
                onChange={(on) => onChange({ do: 'pack', item: k.item, is: on ? 'packed' : '' })}
              >
                {k.item.charAt(0).toUpperCase() + k.item.slice(1)}
              </Tick>
              <Toggle
                data-screen-only
                isSelected={is === 'missing'}
                isDisabled={!open}
                aria-label={strings.iHaveNo(k.item)}
                onChange={(on) => onChange({ do: 'pack', item: k.item, is: on ? 'missing' : '' })}
              >
                {strings.iHaveNone}
              </Toggle>
              <small>
                {k.lacking && k.stops.length > 0 && (
                  <span className="stops">
                    {strings.notWithYouCannotBe(k.stops.map((t) => guide.nameWithin(t)).join(' and '))}
                  </span>
                )}
                {k.for.join(' ')}
              </small>
            </li>
          );
        })}
      </List>
    </section>
  );
}
