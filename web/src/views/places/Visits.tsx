import { useState } from 'react';
import { newId, type Schema } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useChangeTask } from '../../api/useTasks';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { tell } from '../../components/Notice';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { withUnit } from '../../components/units';
import { useToday } from '../../components/useToday';
import { useUnits } from '../../components/useUnits';
import { organWords } from '../../components/words';
import { List, type Part } from './parts';
import { strings } from './strings';

const stateWords: Record<Schema['PartState'], string> = {
  'not-yet': strings.notYet,
  beginning: 'beginning',
  'in-season': 'there',
  ending: 'ending',
  over: 'over',
  always: strings.thereAllYear,
};

/** When one was there, what was seen, taken and left. */
export function Visits({ patch: p, busy, onChange }: Part) {
  const today = useToday();
  const { guide } = useGuide();
  const { weight } = useUnits();
  const [date, setDate] = useState<string>();
  const [of, setOf] = useState('');
  const [is, setIs] = useState('');
  const [taken, setTaken] = useState<number>();
  const [pieces, setPieces] = useState<number>();
  const [left, setLeft] = useState<number>();
  const [share, setShare] = useState<number>();
  const [note, setNote] = useState('');
  const parts = p.grows.flatMap((g) =>
    (g.organs ?? []).map((organ) => ({
      id: `${g.taxon} ${organ}`,
      name: `${g.name}: ${organWords[organ].toLowerCase()}`,
    })),
  );
  return (
    <>
      <h2>{strings.visits}</h2>
      {p.visits.length === 0 && <p>{strings.noneIsNotedYetVisits}</p>}
      <List aria-label={strings.visits}>
        {p.visits.map((v) => (
          <li key={v.id}>
            <div>
              {v.date}
              {(v.stages ?? [])
                .map(
                  (s) =>
                    ` · ${guide?.nameOf(s.taxon) ?? s.taxon}, ${organWords[s.organ].toLowerCase()}: ${stateWords[s.is]}`,
                )
                .join('')}
              {v.taken_g ? strings.took(withUnit(weight, v.taken_g)) : ''}
              {v.taken ? strings.tookPieces(v.taken) : ''}
              {v.left ? strings.left(v.left) : ''}
              {v.share_left !== undefined && strings.ofItLeft(Math.round(v.share_left * 100))}
              {v.note && <small>{v.note}</small>}
            </div>
            <Quiet
              aria-label={strings.takeTheVisitOfAway(v.date)}
              data-screen-only
              isDisabled={busy}
              onPress={() =>
                onChange({ do: 'forget', visit: v.id }, () =>
                  tell({
                    text: strings.theVisitOfWasTaken(v.date),
                    action: { name: strings.undo, do: () => onChange({ do: 'undo' }) },
                  }),
                )
              }
            >
              {strings.takeAway}
            </Quiet>
          </li>
        ))}
      </List>
      {!p.deleted && (
        <Folded open={false} heading={strings.noteAVisit}>
          {() => (
            <form
              aria-label={strings.aVisit}
              style={{ display: 'grid', gap: 10 }}
              onSubmit={(e) => {
                e.preventDefault();
                const [taxon, organ] = of.split(' ');
                onChange(
                  {
                    do: 'visit',
                    visit: {
                      id: newId(),
                      date: date ?? today,
                      ...(taxon && organ && is
                        ? { stages: [{ taxon, organ: organ as Schema['Organ'], is: is as Schema['PartState'] }] }
                        : {}),
                      ...(taken ? { taken_g: weight.kept(taken) } : {}),
                      ...(pieces ? { taken: pieces } : {}),
                      ...(left ? { left } : {}),
                      ...(share !== undefined ? { share_left: share / 100 } : {}),
                      ...(note.trim() ? { note } : {}),
                    },
                  },
                  () => {
                    setIs('');
                    setTaken(undefined);
                    setPieces(undefined);
                    setLeft(undefined);
                    setShare(undefined);
                    setNote('');
                  },
                );
              }}
            >
              <Text label={strings.dayOfTheVisit} type="date" value={date ?? today} onChange={setDate} />
              {parts.length > 0 && (
                <Row>
                  <Pick
                    label={strings.whichPart}
                    value={of}
                    onChange={setOf}
                    options={[{ id: '', name: strings.noneWasLookedAt }, ...parts]}
                  />
                  {of && (
                    <Pick
                      label={strings.itIs}
                      value={is}
                      onChange={setIs}
                      options={[
                        { id: '', name: strings.choose },
                        ...(Object.keys(stateWords) as Schema['PartState'][])
                          .filter((s) => s !== 'always')
                          .map((s) => ({ id: s, name: stateWords[s] })),
                      ]}
                    />
                  )}
                </Row>
              )}
              <Row>
                <Quantity
                  label={weight.unit === 'oz' ? strings.takenOunces : strings.takenGrams}
                  unit={weight.unit}
                  value={taken}
                  onChange={setTaken}
                />
                <Quantity label={strings.piecesTaken} whole value={pieces} onChange={setPieces} />
                <Quantity label={strings.piecesLeft} whole value={left} onChange={setLeft} />
                <Quantity label={strings.leftOfTheStand} unit="%" max={100} value={share} onChange={setShare} />
              </Row>
              <Text label={strings.whatWasSeen} value={note} onChange={setNote} />
              <Row>
                <Primary type="submit" isDisabled={busy || (of !== '' && is === '')}>
                  {strings.noteTheVisit}
                </Primary>
              </Row>
            </form>
          )}
        </Folded>
      )}
    </>
  );
}

/** A day on which to come back, which then stands among what waits. */
export function ComeBack({ patch: p }: { patch: Schema['Patch'] }) {
  const task = useChangeTask();
  const [day, setDay] = useState('');
  if (p.deleted) return null;
  return (
    <Folded open={false} heading={strings.comeBackOnADay}>
      {() => (
        <form
          aria-label={strings.comeBack}
          onSubmit={(e) => {
            e.preventDefault();
            task.mutate(
              {
                id: newId(),
                change: {
                  do: 'await',
                  what: strings.comeBackTo(p.about.name),
                  why: '',
                  from: new Date(`${day}T06:00`).toISOString(),
                  place: p.id,
                },
              },
              {
                onSuccess: () => {
                  setDay('');
                  tell({ text: strings.itStandsAmongWhatWaits });
                },
              },
            );
          }}
        >
          <Row>
            <Text label={strings.onWhichDay} type="date" value={day} onChange={setDay} />
            <Button type="submit" isDisabled={!day || task.isPending}>
              {strings.remindMe}
            </Button>
          </Row>
        </form>
      )}
    </Folded>
  );
}
