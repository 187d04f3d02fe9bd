import styled from 'styled-components';
import { c } from '../theme/tokens';
import { strings } from './strings';

const Box = styled.button`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  min-width: 48px;
  min-height: 44px;
  border: 0;
  background: none;
  color: ${c('ink')};
  cursor: pointer;
  padding: 2px;
  svg { width: 17px; height: 17px; stroke: currentColor; stroke-width: 1.6; stroke-linejoin: round; fill: none; margin: 0 -1px; }
  svg.on { fill: currentColor; }
`;

const shape = 'M10 2l2.500 5.400 5.900.6-4.400 4 1.300 5.900L10 14.900 4.700 17.900 6 12l-4.400-4 5.900-.6z';

/** How much something is looked forward to: a press gives a star more, up to three, then none. */
export function Stars({ name, stars, onChange }: { name: string; stars: number; onChange: (stars: number) => void }) {
  const said = stars === 0 ? strings.notFollowed : stars === 1 ? '1 star' : `${stars} stars`;
  return (
    <Box type="button" aria-label={strings.oneMore(name, said)} onClick={() => onChange((stars + 1) % 4)}>
      {(stars === 0 ? [0] : Array.from({ length: stars }, () => 1)).map((on, i) => (
        <svg key={i} className={on ? 'on' : ''} viewBox="0 0 20 20" aria-hidden="true">
          <path d={shape} />
        </svg>
      ))}
    </Box>
  );
}
