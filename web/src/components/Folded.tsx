import { type ReactNode, Suspense, useState } from 'react';
import styled from 'styled-components';
import { c } from '../theme/tokens';

const Box = styled.details`
  border-top: 1.5px solid ${c('mist')};
  :not(details) + & { margin-top: 12px; }
  summary { cursor: pointer; padding: 12px 0; min-height: 48px; font-weight: 600; }
  summary h2 { display: inline; font-size: 19px; }
`;

/** Something that is folded away under its heading until it is wanted; what is in it is made only then. */
export function Folded({ heading, open, children }: { heading: ReactNode; open: boolean; children: () => ReactNode }) {
  const [wanted, setWanted] = useState(open);
  const [was, setWas] = useState(open);
  if (open !== was) {
    setWas(open);
    setWanted(open || wanted);
  }
  return (
    <Box open={wanted} onToggle={(e) => setWanted(e.currentTarget.open)}>
      <summary>{heading}</summary>
      {wanted && <Suspense>{children()}</Suspense>}
    </Box>
  );
}
