import { useLocation } from 'wouter';
import { newId } from '../../api/client';
import { useChangePicking } from '../../api/useChangePicking';
import { Button } from '../../components/Buttons';
import { strings } from './strings';

/** Begins a basket from a record on which everything harmful was ruled out. */
export function GatherMore({ record }: { record: string }) {
  const { mutate, isPending } = useChangePicking();
  const [, go] = useLocation();
  return (
    <Button
      isDisabled={isPending}
      onPress={() => {
        const id = newId();
        mutate({ id, change: { do: 'begin', record } }, { onSuccess: () => go(`/baskets/${id}`) });
      }}
    >
      {strings.gatherMoreABasket}
    </Button>
  );
}
