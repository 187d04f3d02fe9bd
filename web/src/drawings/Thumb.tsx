import { useDeferredValue, useRef } from 'react';
import styled from 'styled-components';
import { useFigures } from '../api/useFigures';
import { useNear } from '../components/Nearby';
import { usePlainPen } from '../components/usePlainPen';
import { c } from '../theme/tokens';
import { Habit } from './lazy';
import { Mushroom } from './Mushroom';
import { type Shown, type Sizes, Tints, tintsOf } from './Part';
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
export function Thumb({ taxon, kingdom, size = 72 }: { taxon: string; kingdom: string; size?: number }) {
  const place = useRef<HTMLSpanElement>(null);
  const near = useNear(place);
  const known = useFigures()?.[taxon];
  // Drawn when it is about to be seen, and a little at a time: a list of names must not wait for its pictures.
  const figure = useDeferredValue(near ? known : undefined);
  return (
    <Frame ref={place} $size={size} aria-hidden>
      {figure ? <Small kingdom={kingdom} shown={figure.shown} sizes={figure.sizes} /> : <span className="none" />}
    </Frame>
  );
}

function Small({ kingdom, shown, sizes }: { kingdom: string; shown: Shown; sizes: Sizes }) {
  const [plain] = usePlainPen();
  return (
    <Tints value={plain ? {} : tintsOf(shown, false)}>
      {kingdom === 'fungi' ? (
        <Sheet viewBox="-4 -2 128 142" aria-hidden focusable="false">
          <Mushroom shown={shown} sizes={sizes} unknown={false} />
        </Sheet>
      ) : (
        <Sheet viewBox="-6 -14 132 206" aria-hidden focusable="false">
          <Habit shown={shown} sizes={sizes} unknown={false} />
        </Sheet>
      )}
    </Tints>
  );
}
