import { Link } from 'wouter';
import { useChangePicking } from '../../api/useChangePicking';
import { usePickings } from '../../api/usePickings';
import { Button } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { PictureList, Thumbs } from '../../components/PictureList';
import { strings } from './strings';

/** The baskets: what was gathered, piece by piece. */
export default function Baskets() {
  const { data, error } = usePickings();
  const { mutate, isPending } = useChangePicking();
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1 tabIndex={-1}>{strings.baskets}</h1>
      <p>
        {strings.oneGoodSpecimenIsNot}
        <Link href="/records">{strings.record}</Link>
        {strings.onWhichEverythingHarmfulWas}
      </p>
      {data.length === 0 && <p>{strings.thereIsNoneYet}</p>}
      <PictureList aria-label={strings.baskets}>
        {data.map((p) => (
          <li key={p.id}>
            <Thumbs taxa={[p.taxon]} />
            <div className="said">
              <h2>
                <Link href={`/baskets/${p.id}`}>{p.name}</Link>
              </h2>
              <small>
                {[p.date, p.place, p.in === 1 ? '1 piece' : `${p.in} pieces`, p.closed ? 'closed' : 'open']
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            <Button
              aria-label={strings.deleteTheBasketOf(p.name, p.date)}
              isDisabled={isPending}
              onPress={() =>
                mutate(
                  { id: p.id, change: { do: 'delete' } },
                  {
                    onSuccess: () =>
                      tell({
                        text: strings.theBasketWasDeleted,
                        action: {
                          name: strings.bringItBack,
                          do: () => mutate({ id: p.id, change: { do: 'restore' } }),
                        },
                      }),
                  },
                )
              }
            >
              {strings.deleteWord}
            </Button>
          </li>
        ))}
      </PictureList>
    </Page>
  );
}
