import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { Character, Reading, Schema, Settings } from '../api/client';
import type { NewReading } from '../api/sendChange';
import { useGuide } from '../api/useGuide';
import { Drawing } from '../drawings/lazy';
import { c, narrow } from '../theme/tokens';
import { Button, Primary, Quiet, Row, Toggle } from './Buttons';
import { useHalfFilled } from './drafts';
import { Text } from './Fields';
import { Pick, toFirstWrong } from './Pick';
import { Quantity } from './Quantity';
import { Scale } from './Scale';
import { useSettled } from './settled';
import { strings } from './strings';
import { useShortcuts } from './useShortcuts';
import { minutes } from './words';

const Card = styled.div`
  border-left: 8px solid ${c('zest')};
  padding-left: 16px;
  h2 { font-size: 23px; }
  .how { margin-top: 6px; }
  .aside { margin-top: 6px; color: ${c('stone')}; }
  .cost { margin-top: 12px; }
  ${narrow} { padding-left: 12px; h2 { font-size: 21px; } .how, .aside { line-height: 1.35; } .cost { font-size: 15px; } }
`;

const States = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(138px, 1fr));
  gap: 10px;
  margin-top: 14px;
  ${narrow} { gap: 8px; margin-top: 10px; }
`;

const State = styled(Button)`
  position: relative;
  display: grid;
  align-content: center;
  justify-items: center;
  gap: 6px;
  min-height: 92px;
  padding: 10px 8px;
  border-radius: 14px;
  text-align: center;
  svg { max-width: 100%; }
  kbd { position: absolute; top: 6px; left: 9px; font: 600 12px/1 inherit; color: ${c('stone')}; }
  &[data-settling='true'] { opacity: 1; }
  &[aria-pressed='true'] { background: ${c('zest')}; color: ${c('onZest')}; border-color: ${c('onZest')}; kbd { color: ${c('onZest')}; } svg { stroke: ${c('onZest')}; } }
`;

const Below = styled(Row)`margin-top: 12px; align-items: flex-end;`;

interface Props {
  character: Character;
  /** What was read of it before; left out where that must not be shown. */
  reading?: Reading;
  why?: string;
  afresh: boolean;
  /** What one more look decides between, and whether somebody else is to make it; left out where it was not asked for. */
  again?: Schema['Again'];
  settings: Settings;
  busy: boolean;
  /** Keeps a reading; refused is told why it was not kept. */
  onRead: (reading: NewReading, refused?: (says: string) => void) => void;
  onCancel?: () => void;
}

/** One question, its states as large pictured buttons. A press keeps the reading at once. */
export function Ask({ character, reading, why, afresh, again, settings, busy, onRead, onCancel }: Props) {
  const { guide } = useGuide();
  const [unsure, setUnsure] = useState(Boolean(reading && !reading.sure && !reading.unseen && !reading.held));
  const [several, setSeveral] = useState((reading?.states?.length ?? 0) > 1);
  const [chosen, setChosen] = useState<string[]>(reading?.states ?? []);
  const [blind, setBlind] = useState(false);
  const [handled, setHandled] = useState<number | undefined>(0);
  const [else_, setElse] = useState(again?.else ?? false);
  const [who, setWho] = useState('');
  const [nobody, setNobody] = useState('');
  const [another, setAnother] = useState(false);
  const sides = again?.between.flatMap((s) => s.states) ?? [];
  const [all, setAll] = useState(sides.length === 0);
  const offered = all ? character.states : character.states.filter((s) => sides.includes(s.id));
  const card = useRef<HTMLDivElement>(null);
  const settled = useSettled(character.id);
  const waits = busy || !settled;
  const extra = {
    ...(character.fades ? { handled: handled ?? 0 } : {}),
    ...(afresh && else_ ? { by: who.trim() } : {}),
    ...(afresh && another ? { piece: 'another' as const } : {}),
  };

  /** Keeps a reading, once it is said who looked. */
  const say = (made: NewReading, refused?: (says: string) => void) => {
    if (waits) return;
    setNobody(afresh && else_ && who.trim() === '' ? strings.sayWhoLooked : '');
    if (!afresh || !else_ || who.trim() !== '') onRead({ ...made, ...extra }, refused);
  };
  const keep = (states: string[]) => say({ character: character.id, states, sure: !unsure });
  const press = (state: string) => {
    if (!several) {
      if (!waits && !(afresh && else_ && who.trim() === '')) setChosen([state]); // so that it is seen which one is on its way
      return keep([state]);
    }
    setChosen((was) => (was.includes(state) ? was.filter((s) => s !== state) : [...was, state]));
  };
  const keys: Record<string, () => void> = {
    u: () => setUnsure(!unsure),
    x: () => setBlind(!blind),
    m: () => setSeveral(!several),
  };
  offered.slice(0, 9).forEach((s, i) => {
    keys[String(i + 1)] = () => press(s.id);
  });
  useShortcuts(keys, card);

  return (
    <Card ref={card}>
      <h2 tabIndex={-1}>{character.question}</h2>
      {again && why && (
        <p className="how">
          <strong>{why}</strong>
        </p>
      )}
      <p className="how">{character.how}</p>
      {character.pitfall && (
        <p className="aside">
          <strong>{strings.beware}</strong> {character.pitfall}
        </p>
      )}
      {character.kind === 'states' ? (
        <States role="group" aria-label={character.name}>
          {offered.map((s, i) => (
            <State
              key={s.id}
              isDisabled={waits}
              data-settling={!busy && !settled}
              aria-pressed={chosen.includes(s.id)}
              onPress={() => press(s.id)}
            >
              {i < 9 && <kbd aria-hidden>{i + 1}</kbd>}
              <Drawing character={character.id} state={s.id} />
              {s.name}
              <Scale of={s} states={character.states} />
            </State>
          ))}
          {!all && (
            <State onPress={() => setAll(true)} isDisabled={waits}>
              {strings.somethingElse}
            </State>
          )}
        </States>
      ) : (
        <Measure
          character={character}
          reading={reading}
          imperial={settings.units === 'imperial'}
          busy={waits}
          unsure={unsure}
          onRead={say}
        />
      )}
      <p className="aside cost">
        {[
          strings.takes(minutes(character.minutes)),
          character.wait_minutes > 0 && strings.thenHoursWaitingAtHome(Math.round(character.wait_minutes / 60)),
          character.needs.length > 0 && strings.needs(character.needs.join(', ')),
          !character.touch && strings.noTouchingNeeded,
          character.hint && strings.aHintItNeverSettles,
        ]
          .filter(Boolean)
          .join('; ')}
        .{!afresh && why ? ` ${why}` : ''}
      </p>
      {afresh && (
        <Below role="group" aria-label={strings.whoLooks}>
          <Toggle isSelected={else_} onChange={setElse}>
            {strings.somebodyElseLooks}
          </Toggle>
          {else_ && <Text label={strings.theirName} value={who} onChange={setWho} wrong={nobody} />}
          <Toggle isSelected={another} onChange={setAnother}>
            {strings.atAnotherPiece}
          </Toggle>
        </Below>
      )}
      {character.fades && (
        <Below>
          <Quantity label={strings.scentedPiecesHandledBeforeThis} value={handled} onChange={setHandled} whole />
        </Below>
      )}
      <Below>
        <Toggle isSelected={unsure} onChange={setUnsure}>
          {strings.notSureOfIt}
        </Toggle>
        {character.kind === 'states' && (
          <Toggle isSelected={several} onChange={setSeveral}>
            {strings.showsMoreThanOne}
          </Toggle>
        )}
        {several && character.kind === 'states' && (
          <Primary isDisabled={waits || chosen.length === 0} onPress={() => keep(chosen)}>
            {strings.keepThese(chosen.length)}
          </Primary>
        )}
        <Quiet aria-expanded={blind} onPress={() => setBlind(!blind)}>
          {strings.cantSeeItBecause}
        </Quiet>
        {onCancel && <Quiet onPress={onCancel}>{strings.backToWhatIsNext}</Quiet>}
      </Below>
      {blind && (
        <Below role="group" aria-label={strings.cantSeeItBecause2}>
          {guide?.unseen.map((u) => (
            <Button key={u.id} isDisabled={waits} onPress={() => say({ character: character.id, unseen: u.id })}>
              {u.name}
            </Button>
          ))}
        </Below>
      )}
    </Card>
  );
}

function Measure({ character, reading, imperial, busy, unsure, onRead }: MeasureProps) {
  const length = character.kind === 'measure';
  const [unit, setUnit] = useState(imperial ? 'in' : character.unit);
  const own = unit === character.unit; // what was read is kept in the character's own unit
  const [from, setFrom] = useState(own ? (reading?.value ?? reading?.low) : undefined);
  const [to, setTo] = useState(own ? reading?.high : undefined);
  const [wrong, setWrong] = useState('');
  const form = useRef<HTMLFormElement>(null);
  useHalfFilled(`measure ${character.id}`, from !== undefined && from !== (reading?.value ?? reading?.low));
  /** Says at the field what is wrong; what a number may be is the program's to say. */
  const refuse = (says: string) => {
    const plain = says.replace(`${character.id}: `, '');
    setWrong(plain.charAt(0).toUpperCase() + plain.slice(1));
    toFirstWrong(form.current);
  };
  const keep = () => {
    if (busy) return;
    if (from === undefined) return refuse('Type a number, such as 35 or 3.5; it cannot be below nothing.');
    setWrong('');
    onRead(
      {
        character: character.id,
        ...(to === undefined ? { value: from } : { low: from, high: to }),
        sure: !unsure,
        ...(length ? { unit: unit as NewReading['unit'] } : {}),
      },
      refuse,
    );
  };
  return (
    <form
      ref={form}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <Below>
        <Quantity
          label={length ? strings.measuredOrFrom : strings.countedOrFrom}
          value={from}
          onChange={setFrom}
          whole={!length}
          wrong={wrong}
        />
        <Quantity
          label={strings.toIfItVaries}
          value={to}
          onChange={setTo}
          whole={!length}
          {...(length ? { unit } : {})}
        />
        {length && (
          <Pick
            label={strings.unit}
            value={unit}
            onChange={setUnit}
            options={['mm', 'cm', 'in'].map((u) => ({ id: u, name: u }))}
          />
        )}
        <Primary type="submit" isDisabled={busy}>
          {strings.keepIt}
        </Primary>
      </Below>
    </form>
  );
}

interface MeasureProps {
  character: Character;
  reading?: Reading;
  imperial: boolean;
  busy: boolean;
  unsure: boolean;
  onRead: (reading: NewReading, refused: (says: string) => void) => void;
}
