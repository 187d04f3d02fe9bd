import styled from 'styled-components';
import { usePlainPen } from '../components/usePlainPen';
import { c } from '../theme/tokens';
import { Details, Habit, Halved } from './lazy';
import { Mushroom } from './Mushroom';
import { Numbers } from './Numbers';
import { type Shown, type Sizes, Tints, tintsOf } from './Part';
import { Sheet } from './Sheet';

const Pair = styled.div<{ $wrap?: boolean }>`
  display: flex;
  flex-wrap: ${(p) => (p.$wrap ? 'wrap' : 'nowrap')};
  justify-content: center;
  svg { flex: 1 1 0; min-width: ${(p) => (p.$wrap ? '116px' : '0')}; max-width: 250px; height: auto; max-height: 330px; }
  .bar { color: ${c('stone')}; }
`;

interface Props {
  kingdom: string;
  shown: Shown;
  sizes?: Sizes | undefined;
  label: string;
  /** Whether its two halves may stand one under the other where there is little room. */
  wrap?: boolean;
  /** Numbers to put beside parts, by character. */
  numbers?: Record<string, number>;
}

/** A specimen or a taxon drawn from what it shows, in the pose and scale that all figures share: a mushroom from the
 * side and halved, a plant whole and its parts apart. What was not looked at is a broken line with its name. */
export function Figure({ kingdom, shown, sizes = {}, label, wrap, numbers = {} }: Props) {
  const [plain] = usePlainPen();
  const tints = (cut: boolean) => (plain ? {} : tintsOf(shown, cut));
  return (
    <Pair role="img" aria-label={label} $wrap={wrap ?? false}>
      {kingdom === 'fungi' ? (
        <>
          <Sheet viewBox="-4 -2 128 142" aria-hidden>
            <Tints value={tints(false)}>
              <Mushroom shown={shown} sizes={sizes} unknown />
            </Tints>
            <ScaleBar shown={shown} sizes={sizes} />
            <Numbers kingdom={kingdom} half={0} numbers={numbers} />
          </Sheet>
          <Sheet viewBox="-4 -2 128 142" aria-hidden>
            <Tints value={tints(true)}>
              <Halved shown={shown} sizes={sizes} />
            </Tints>
            <Numbers kingdom={kingdom} half={1} numbers={numbers} />
          </Sheet>
        </>
      ) : (
        <>
          <Sheet viewBox="-8 -4 132 212" aria-hidden>
            <Tints value={tints(false)}>
              <Habit shown={shown} sizes={sizes} />
            </Tints>
            <Numbers kingdom={kingdom} half={0} numbers={numbers} />
          </Sheet>
          <Sheet viewBox="-2 -4 132 212" aria-hidden>
            <Tints value={tints(false)}>
              <Details shown={shown} sizes={sizes} />
            </Tints>
            <Numbers kingdom={kingdom} half={1} numbers={numbers} />
          </Sheet>
        </>
      )}
    </Pair>
  );
}

/** How wide a mushroom's cap, or ball, is drawn. */
const drawnWidth = { cap: 92, ball: 80 };

/** A bar that tells how large a measured mushroom is: every cap is drawn in one width. */
function ScaleBar({ shown, sizes }: { shown: Shown; sizes: Sizes }) {
  const ball = shown['cap-shape'] === 'ball' || shown.underside === 'closed';
  const mm = sizes[ball ? 'ball-diameter' : 'cap-diameter'];
  if (!mm) return null;
  const unit = (ball ? drawnWidth.ball : drawnWidth.cap) / mm;
  const length = [1, 2, 5, 10, 20, 50, 100].find((l) => l * unit >= 10) ?? 200;
  return (
    <g data-scale={length}>
      <path className="fine" d={`M0 2V6H${(length * unit).toFixed(1)}V2`} />
      <text x={Number((length * unit).toFixed(1)) + 4} y={7}>
        {length < 10 ? `${length} mm` : `${length / 10} cm`}
      </text>
    </g>
  );
}
