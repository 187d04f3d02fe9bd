import styled from 'styled-components';
import { c } from '../../theme/tokens';

/** How lists of files and of what comes in look. */
export const Rows = styled.ul`
  li { display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; padding: 10px 0; border-top: 1.5px solid ${c('mist')}; }
  li > div:first-child { flex: 1 1 260px; overflow-wrap: anywhere; }
  small { display: block; color: ${c('stone')}; font-size: 15px; }
`;

/** Files to be had, as large as what one presses. */
export const Files = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  a { display: inline-flex; align-items: center; min-height: 48px; font-weight: 600; }
`;

const Bar = styled.div`
  display: grid;
  gap: 6px;
  max-width: 34rem;
  progress { width: 100%; height: 14px; accent-color: ${c('cut')}; }
`;

/** How far on something is that takes long. */
export function Going({ says, share }: { says: string; share: number }) {
  return (
    <Bar role="status">
      <span>
        {says} {Math.round(share * 100)} %
      </span>
      <progress max={1} value={share} aria-label={says} />
    </Bar>
  );
}

/** How large a file is, in words. */
export const size = (bytes: number): string =>
  bytes < 1e6
    ? `${Math.ceil(bytes / 1e3)} kB`
    : bytes < 1e9
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${(bytes / 1e9).toFixed(2)} GB`;
