import styled from 'styled-components';
import type { Schema } from '../../api/client';
import type { WalkChange } from '../../api/useChangeWalk';
import type { GuideIndex } from '../../api/useGuide';
import { Toggle } from '../../components/Buttons';
import { Tick } from '../../components/Tick';
import { c, narrow } from '../../theme/tokens';

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
    <section aria-label="The bag" id="bag">
      <h2>
        The bag: {packed} of {kit.length} packed
      </h2>
      <p>
        {walk.state === 'planned'
          ? 'Tick what is in it. When the walk begins, tools that are not ticked are taken as not with you.'
          : 'Tools that are not ticked are taken as not with you.'}
      </p>
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
                aria-label={`I have no ${k.item}`}
                onChange={(on) => onChange({ do: 'pack', item: k.item, is: on ? 'missing' : '' })}
              >
                I have none
              </Toggle>
              <small>
                {k.lacking && k.stops.length > 0 && (
                  <span className="stops">
                    Not with you: {k.stops.map((t) => guide.nameOf(t).toLowerCase()).join(' and ')} cannot be told.{' '}
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
