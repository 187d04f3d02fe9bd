import { Checkbox } from 'react-aria-components';
import styled from 'styled-components';
import { c } from '../theme/tokens';

/** A box to tick. */
export const Tick = styled(Checkbox)`
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  &::before { content: ''; flex: none; width: 26px; height: 26px; border: 2px solid ${c('ink')}; border-radius: 7px; background: ${c('paper')}; display: grid; place-items: center; font-weight: 800; line-height: 1; }
  &[data-selected]::before { content: '✓'; background: ${c('ink')}; color: ${c('paper')}; }
  &[data-focus-visible] { outline: 3px solid ${c('ink')}; outline-offset: 2px; border-radius: 8px; }
`;
