import { useDeferredValue, useRef } from 'react';
import styled from 'styled-components';
import type { Schema } from '../api/client';
import { useFigures } from '../api/useFigures';
import { useNear } from '../components/Nearby';
import { usePlainPen } from '../components/usePlainPen';
import { c } from '../theme/tokens';
import { Habit } from './lazy';
import { Mushroom } from './Mushroom';
import { Tints, tintsOf } from './Part';
import { Sheet } from './Sheet';

const Frame = styled.span<{ $size: number }>`
  display: grid;
  place-items: center;
  flex: none;
  width: ${(p) => p.$size}px;
  height: ${(p) => p.$size}px;
  svg { width: 100%; height: 100%; }
  .none { width: 40%; border-top: 2px dashed ${c('mist')}; }
`;

/** A small figure of a taxon, drawn from what the guide says of it. It is decoration: the name stands beside it. */
export function Thumb({ taxon, size = 72 }: { taxon: string; size?: number }) {
  const place = useRef<HTMLSpanElement>(null);
  const near = useNear(place);
  const known = useFigures()?.[taxon];
  // Drawn when it is about to be seen, and a little at a time: a list of names must not wait for its pictures.
  const figure = useDeferredValue(near ? known : undefined);
  return (
    <Frame ref={place} $size={size} aria-hidden>
      {figure ? <Small {...figure} /> : <span className="none" />}
    </Frame>
  );
}

/** What is seen of the box that a plant is drawn in: of a low one its lower half, or there would be little to see of it. */
const [tall, low] = ['-6 -14 132 206', '-6 44 132 132'];

function Small({ kingdom, shown, sizes }: Schema['Figure']) {
  const [plain] = usePlainPen();
  return (
    <Tints value={plain ? {} : tintsOf(shown, false)}>
      {kingdom === 'fungi' ? (
        <Sheet viewBox="-4 -2 128 142" aria-hidden focusable="false">
          <Mushroom shown={shown} sizes={sizes} unknown={false} />
        </Sheet>
      ) : (
        <Sheet viewBox={shown['growth-form'] === 'dwarf-shrub' ? low : tall} aria-hidden focusable="false">
          <Habit shown={shown} sizes={sizes} unknown={false} />
        </Sheet>
      )}
    </Tints>
  );
}
