import styled from 'styled-components';
import type { Schema } from '../../api/client';
import type { PlaceChange } from '../../api/useChangePlace';
import { c } from '../../theme/tokens';

/** Lines one below the other. */
export const List = styled.ul`
  > li { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; padding: 9px 0; border-top: 1.5px solid ${c('mist')}; }
  > li > div { flex: 1 1 220px; min-width: 0; }
  small { display: block; color: ${c('stone')}; font-size: 15px; }
`;

/** A part of a place's view: the place, and how it is changed. */
export interface Part {
  patch: Schema['Patch'];
  busy: boolean;
  onChange: (change: PlaceChange, after?: () => void) => void;
}
