import styled from 'styled-components';
import { Link } from 'wouter';
import { useChangePicking } from '../api/useChangePicking';
import { useDirty } from '../api/useDirty';
import { c } from '../theme/tokens';
import { Button } from './Buttons';

/** A line over every view. */
export const Bar = styled.aside<{ $quiet?: boolean }>`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 10px 26px;
  background: ${({ $quiet }) => c($quiet ? 'paper' : 'thornWash')};
  color: ${c('ink')};
  border-bottom: 3px solid ${({ $quiet }) => c($quiet ? 'zest' : 'thorn')};
  @media print { display: none; }
`;

/** Says on every view, until it is ticked, that hands and knife are to be cleaned. The basket itself says it larger. */
export default function Cleaning({ path }: { path: string }) {
  const { data } = useDirty();
  const { mutate, isPending } = useChangePicking();
  return data
    ?.filter((d) => path !== `/baskets/${d.picking}`)
    .map((d) => (
      <Bar key={d.picking} aria-label="Hands and knife">
        <span>
          <strong>Clean hands and knife</strong>: {d.after} was handled. What you smell now counts as faded.{' '}
          <Link href={`/baskets/${d.picking}`}>The basket</Link>
        </span>
        <Button isDisabled={isPending} onPress={() => mutate({ id: d.picking, change: { do: 'clean' } })}>
          They are clean
        </Button>
      </Bar>
    ));
}
