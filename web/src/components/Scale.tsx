import styled from 'styled-components';
import type { State } from '../api/client';
import { strings } from './strings';

const Steps = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 3px;
  i { width: 9px; height: 4px; border-radius: 2px; background: currentColor; opacity: 0.35; }
  i[data-here] { width: 13px; height: 8px; opacity: 1; }
`;

/** Where a state lies on its scale: what stands next to it is easily read in its place. Nothing where there is no scale. */
export function Scale({ of, states }: { of: State; states: State[] }) {
  const scale = of.scale;
  if (!scale) return null;
  return (
    <Steps aria-hidden title={strings.onAScale(inOrder(scale, states))}>
      {scale.map((id) => (
        <i key={id} data-here={id === of.id || undefined} />
      ))}
    </Steps>
  );
}

/** The names of the states of a scale, in its order. */
export const inOrder = (scale: string[], states: State[]) =>
  scale.map((id) => states.find((s) => s.id === id)?.name ?? id).join(' – ');
