import type { ReactNode } from 'react';
import styled from 'styled-components';
import { strings } from './strings';

/** A page of text and forms. */
export const Page = styled.div<{ $wide?: boolean }>`
  padding: 22px 26px 40px;
  max-width: ${({ $wide }) => ($wide ? '1640px' : '980px')};
  width: 100%;
  h1 { font-size: 28px; margin-bottom: 6px; }
  h2 { font-size: 20px; margin-top: 22px; }
  > div + div, > p + div, > div + p { margin-top: 10px; }
`;

/** Fills the screen, so that what stands below is not seen and then pushed away. */
const Coming = styled(Page)`min-height: 100dvh;`;

/** What is shown while something loads, or where it could not be; within a page that has a heading of its own, without one. */
export function Waiting({ error, within, children }: { error?: Error | null; within?: boolean; children?: ReactNode }) {
  if (!error) {
    const Room = within || children ? Page : Coming;
    return <Room role="status">{children ?? <p>{strings.loading}</p>}</Room>;
  }
  return (
    <Page role="alert">
      {within ? <strong>{strings.thatDidNotWork}</strong> : <h1>{strings.thatDidNotWork2}</h1>}
      <p>{error.message}</p>
    </Page>
  );
}
