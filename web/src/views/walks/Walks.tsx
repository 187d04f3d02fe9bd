import { useState } from 'react';
import { flushSync } from 'react-dom';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { useChangeWalk } from '../../api/useChangeWalk';
import { useSettings } from '../../api/useSettings';
import { useWalks } from '../../api/useWalks';
import { Button, Primary, Row } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { useToday } from '../../components/useToday';
import { c, narrow } from '../../theme/tokens';
import { AboutWalk } from './AboutWalk';
import { strings } from './strings';
import { stateWords } from './words';

const List = styled.ul`
  margin-top: 18px;
  border-bottom: 1.5px solid ${c('mist')};
  li { display: grid; grid-template-columns: 9rem minmax(0, 1fr) auto; gap: 6px 16px; align-items: center; padding: 12px 0; border-top: 1.5px solid ${c('mist')}; }
  && h2 { font-size: 18px; margin: 0; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
  ${narrow} { li { grid-template-columns: minmax(0, 1fr) auto; } li > div { grid-column: 1 / -1; } li > button { grid-column: 1 / -1; justify-self: end; } }
`;

/** The walks that are planned, under way, or over. */
export default function Walks() {
  const { data, error } = useWalks();
  const { data: settings } = useSettings();
  const { mutate, isPending } = useChangeWalk();
  const [planning, setPlanning] = useState(false);
  const [, go] = useLocation();
  const today = useToday();
  if (!data || !settings) return <Waiting error={error} />;
  const { latitude, longitude, elevation_m, name } = settings.place;
  const first: Schema['Outing'] = {
    name: '',
    date: today,
    region: settings.region,
    minutes: 120,
    start: { name: name ?? '', latitude: latitude ?? 0, longitude: longitude ?? 0, elevation_m: elevation_m ?? 0 },
    targets: [],
    places: [],
  };
  return (
    <Page>
      <h1 tabIndex={-1}>{strings.walks}</h1>
      <p>{strings.theEveningBeforeWhatIs}</p>
      {planning ? (
        <AboutWalk
          form="walk:new"
          outing={first}
          heading={strings.aNewWalk}
          onStop={() => setPlanning(false)}
          isPending={isPending}
          onKeep={(outing, kept) => {
            const id = newId();
            mutate(
              { id, change: { do: 'plan', outing } },
              {
                onSuccess: () => {
                  flushSync(kept); // else leaving would ask what becomes of it
                  go(`/walks/${id}`);
                },
              },
            );
          }}
        />
      ) : (
        <Row style={{ marginTop: 12 }}>
          <Primary onPress={() => setPlanning(true)}>{strings.planAWalk}</Primary>
        </Row>
      )}
      {data.length === 0 && !planning && <p>{strings.noWalkWasPlannedYet}</p>}
      <List aria-label={strings.walks}>
        {data.map((w) => (
          <li key={w.id}>
            <strong>{stateWords[w.state]}</strong>
            <div>
              <h2>
                <Link href={`/walks/${w.id}`}>{w.name || w.date}</Link>
              </h2>
              <small>
                {[w.date, `${w.minutes} minutes`, w.places.join(', '), w.targets.join(', ')]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            <Button
              aria-label={strings.deleteTheWalk(w.name || w.date)}
              isDisabled={isPending}
              onPress={() =>
                mutate(
                  { id: w.id, change: { do: 'delete' } },
                  {
                    onSuccess: () =>
                      tell({
                        text: strings.theWalkWasDeleted,
                        action: {
                          name: strings.bringItBack,
                          do: () => mutate({ id: w.id, change: { do: 'restore' } }),
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
      </List>
    </Page>
  );
}
