import type { ReactNode } from 'react';
import styled from 'styled-components';

/** A page of text and forms. */
export const Page = styled.div`
  padding: 22px 26px 40px;
  max-width: 980px;
  width: 100%;
  h1 { font-size: 28px; margin-bottom: 6px; }
  h2 { font-size: 20px; margin-top: 22px; }
  > div + div, > p + div { margin-top: 10px; }
`;

/** What is shown while something loads, or where it could not be; within a page that has a heading of its own, without one. */
export function Waiting({ error, within, children }: { error?: Error | null; within?: boolean; children?: ReactNode }) {
  return (
    <Page role={error ? 'alert' : 'status'}>
      {error ? (
        <>
          {within ? <strong>That did not work.</strong> : <h1>That did not work</h1>}
          <p>{error.message}</p>
        </>
      ) : (
        (children ?? <p>Loading …</p>)
      )}
    </Page>
  );
}
