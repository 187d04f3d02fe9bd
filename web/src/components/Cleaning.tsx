import styled from 'styled-components';
import { Link } from 'wouter';
import { useChangePicking } from '../api/useChangePicking';
import { useDirty } from '../api/useDirty';
import { c } from '../theme/tokens';
import { Button } from './Buttons';

const Bar = styled.aside`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 10px 26px;
  background: ${c('thornWash')};
  color: ${c('ink')};
  border-bottom: 3px solid ${c('thorn')};
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
