import { useRef, useState } from 'react';
import styled from 'styled-components';
import { newId, type Schema } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { useDraft } from '../../components/drafts';
import { Text } from '../../components/Fields';
import { Height } from '../../components/Height';
import { Group, Pick, toFirstWrong } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { TaxonPicker } from '../../components/TaxonPicker';
import { c } from '../../theme/tokens';
import { strings } from './strings';

type Outing = Schema['Outing'];
type Spot = Schema['Spot'];
type Target = Schema['Target'];

const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 12px;
  align-items: end;
`;

const One = styled.div`
  display: grid;
  gap: 12px;
  padding: 12px 0;
  border-top: 1px solid ${c('mist')};
`;

interface Props {
  /** Under what its draft is kept. */
  form: string;
  outing: Outing;
  heading: string;
  isPending: boolean;
  onKeep: (outing: Outing, kept: () => void) => void;
  onStop: () => void;
}

/** What a walk is about: day, time, start, what to look for, where to go. A draft until it is kept. */
export function AboutWalk({ form, outing, heading, isPending, onKeep, onStop }: Props) {
  const { guide } = useGuide();
  const [draft, setDraft] = useDraft<Outing>(form);
  const [wrong, setWrong] = useState<{ date?: string; minutes?: string; start?: string; place?: string }>({});
  const box = useRef<HTMLFormElement>(null);
  const o = draft ?? outing;
  const set = (part: Partial<Outing>) => setDraft({ ...o, ...part });
  const targets = o.targets ?? [];
  const places = o.places ?? [];
  const target = (at: number, part: Partial<Target>) =>
    set({ targets: targets.map((t, i) => (i === at ? { ...t, ...part } : t)) });
  const place = (at: number, part: Partial<Spot>) =>
    set({ places: places.map((p, i) => (i === at ? { ...p, ...part } : p)) });
  const send = () => {
    const found: typeof wrong = {};
    if (!o.date) found.date = strings.sayOnWhichDay;
    if (!(o.minutes >= 1)) found.minutes = strings.sayHowManyMinutesThere;
    if (o.start.latitude === 0 && o.start.longitude === 0) found.start = strings.sayWhereItBeginsWays;
    if (places.some((p) => !p.name)) found.place = strings.eachPlaceNeedsAName;
    setWrong(found);
    if (Object.keys(found).length > 0) return toFirstWrong(box.current);
    onKeep(o, () => setDraft(undefined));
  };
  return (
    <form
      ref={box}
      aria-label={heading}
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <Group>
        <h2>{heading}</h2>
        <Fields>
          <Text label={strings.whatToCallIt} value={o.name ?? ''} onChange={(name) => set({ name })} />
          <Text label={strings.day} type="date" value={o.date} wrong={wrong.date} onChange={(date) => set({ date })} />
          <Quantity
            label={strings.minutesThereAre}
            whole
            min={1}
            max={1440}
            value={o.minutes || undefined}
            wrong={wrong.minutes}
            onChange={(minutes) => set({ minutes: minutes ?? 0 })}
          />
          <Text label={strings.whoComes} value={o.who ?? ''} onChange={(who) => set({ who })} />
        </Fields>
      </Group>
      <Group>
        <h2>{strings.whereItBeginsAndEnds}</h2>
        <Where at={o.start} wrong={wrong.start} onChange={(part) => set({ start: { ...o.start, ...part } })} />
      </Group>
      <Group>
        <h2>{strings.whatToLookFor}</h2>
        {targets.map((t, i) => (
          <One key={t.taxon} role="group" aria-label={guide?.nameOf(t.taxon) ?? t.taxon}>
            <strong>{guide?.nameOf(t.taxon) ?? t.taxon}</strong>
            <Fields>
              <Quantity
                label={strings.piecesWanted}
                whole
                min={1}
                max={1000}
                value={t.pieces}
                onChange={(pieces) => target(i, { pieces: pieces ?? 1 })}
              />
              <Pick
                label={strings.howMuch}
                value={String(t.stars)}
                onChange={(stars) => target(i, { stars: Number(stars) })}
                options={[
                  { id: '1', name: strings.oneStar },
                  { id: '2', name: strings.twoStars },
                  { id: '3', name: strings.threeStars },
                ]}
              />
              <Quiet onPress={() => set({ targets: targets.filter((x) => x !== t) })}>{strings.notThisOne}</Quiet>
            </Fields>
          </One>
        ))}
        <TaxonPicker
          label={strings.addWhatToLookFor}
          useful
          onPick={(t) =>
            targets.some((x) => x.taxon === t.id) ||
            set({ targets: [...targets, { taxon: t.id, pieces: 1, stars: 1 }] })
          }
        />
      </Group>
      <Group>
        <h2>{strings.whereToGo}</h2>
        {wrong.place && <p role="alert">{wrong.place}</p>}
        {places.map((p, i) => (
          <One key={p.id} role="group" aria-label={p.name || strings.place(i + 1)}>
            <Where at={p} onChange={(part) => place(i, part)} />
            <div>
              <strong>{strings.whatGrowsThere}</strong>{' '}
              {(p.grows ?? []).map((id) => (
                <Quiet
                  key={id}
                  aria-label={strings.doesNotGrowThere(guide?.nameOf(id) ?? id)}
                  onPress={() => place(i, { grows: (p.grows ?? []).filter((x) => x !== id) })}
                >
                  {guide?.nameOf(id) ?? id} ✕
                </Quiet>
              ))}
            </div>
            <Row>
              {targets
                .filter((t) => !p.grows?.includes(t.taxon))
                .map((t) => (
                  <Button
                    key={t.taxon}
                    aria-label={strings.growsThere(guide?.nameOf(t.taxon) ?? t.taxon)}
                    onPress={() => place(i, { grows: [...(p.grows ?? []), t.taxon] })}
                  >
                    + {guide?.nameOf(t.taxon) ?? t.taxon}
                  </Button>
                ))}
            </Row>
            <Text
              label={strings.whatIsDangerousThereRoad}
              value={p.afoot ?? ''}
              onChange={(afoot) => place(i, { afoot })}
            />
            <Row>
              <Quiet onPress={() => set({ places: places.filter((x) => x !== p) })}>{strings.notThisPlace}</Quiet>
            </Row>
          </One>
        ))}
        <Row>
          <Button
            onPress={() => set({ places: [...places, { ...o.start, id: newId(), name: '', grows: [], afoot: '' }] })}
          >
            {strings.addAPlace}
          </Button>
        </Row>
      </Group>
      <Group>
        <Text label={strings.note} long value={o.note ?? ''} onChange={(note) => set({ note })} />
        <Row>
          <Primary type="submit" isDisabled={isPending}>
            {strings.planIt}
          </Primary>
          <Quiet
            onPress={() => {
              setDraft(undefined);
              onStop();
            }}
          >
            {strings.leaveItAsItWas}
          </Quiet>
          {draft && <span role="status">{strings.notKeptYet}</span>}
        </Row>
      </Group>
    </form>
  );
}

/** A place by its name and position; the device can say where it is. */
function Where({
  at,
  wrong,
  onChange,
}: {
  at: Spot;
  wrong?: string | undefined;
  onChange: (part: Partial<Spot>) => void;
}) {
  const [lost, setLost] = useState(false);
  return (
    <>
      <Fields>
        <Text label={strings.place2} value={at.name ?? ''} onChange={(name) => onChange({ name })} />
        <Quantity
          label={strings.latitudeDegrees}
          unit="deg"
          min={-90}
          max={90}
          value={at.latitude}
          wrong={wrong}
          onChange={(latitude) => onChange({ latitude: latitude ?? 0 })}
        />
        <Quantity
          label={strings.longitudeDegrees}
          unit="deg"
          min={-180}
          max={180}
          value={at.longitude}
          onChange={(longitude) => onChange({ longitude: longitude ?? 0 })}
        />
        <Height value={at.elevation_m} onChange={(elevation_m) => onChange({ elevation_m: elevation_m ?? 0 })} />
      </Fields>
      <Row>
        <Quiet
          onPress={() =>
            navigator.geolocation.getCurrentPosition(
              ({ coords }) =>
                onChange({
                  latitude: Number(coords.latitude.toFixed(5)),
                  longitude: Number(coords.longitude.toFixed(5)),
                  ...(coords.altitude === null ? {} : { elevation_m: Math.round(coords.altitude) }),
                }),
              () => setLost(true),
            )
          }
        >
          {strings.iAmThereNow}
        </Quiet>
      </Row>
      {lost && <p role="alert">{strings.thisDeviceDidNotSay}</p>}
    </>
  );
}
