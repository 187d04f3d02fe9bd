import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useKeepSettings } from '../../api/useKeepSettings';
import { useMeasure } from '../../api/usePhotoQuestions';
import type { Photo } from '../../api/usePhotos';
import { useSettings } from '../../api/useSettings';
import { Button, Primary, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { tell } from '../../components/Notice';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { Tick } from '../../components/Tick';
import { withUnit } from '../../components/units';
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import type { Mark } from './Picture';
import { strings } from './strings';

const Steps = styled.div`
  display: grid;
  gap: 12px;
  margin-top: 12px;
  strong.says { font-size: 24px; }
  .wrong { color: ${c('thorn')}; font-weight: 600; }
`;

/** From how many pixels of the photograph in one of the screen on points are coarse. Common practice; no source. */
const coarse = 1.5;

/** Measures on a photograph: two points on something of known length, two on the specimen; what comes of it can be read as a measure. */
export function Measure({ photo: p, marks, onAgain }: { photo: Photo; marks: Mark[]; onAgain: () => void }) {
  const { data: settings } = useSettings();
  const keep = useKeepSettings();
  const { change } = useChangeRecord(p.record);
  const { mutate, data, error, reset } = useMeasure(p.id);
  const known = p.known ?? [];
  const [chosen, setChosen] = useState<string>();
  const [name, setName] = useState('');
  const [length, setLength] = useState<number>();
  const [tilt, setTilt] = useState('10');
  const [character, setCharacter] = useState(p.measures?.[0]?.id ?? '');
  const [level, setLevel] = useState(false);
  const { length: kind } = useUnits();
  const value = chosen ?? '';
  const own = value === 'other' || value === 'ruler';
  const typed = length === undefined ? undefined : kind.kept(length);
  const mm = own ? typed : value === '' ? undefined : known[Number(value)]?.mm;
  const ready = marks.length === 4;
  useEffect(() => {
    const [a, b, d, e] = marks;
    if (!a || !b || !d || !e || mm === undefined) {
      reset();
      return;
    }
    const at = ({ x, y }: Mark) => ({ x, y });
    mutate({
      known: { from: at(a), to: at(b) },
      of: { from: at(d), to: at(e) },
      mm,
      tilt: Number(tilt),
      shown: Math.max(...marks.map((m) => m.shown)),
      character,
    });
  }, [marks, mm, tilt, character, mutate, reset]);
  const of = p.measures?.find((m) => m.id === character);
  return (
    <Steps aria-label={strings.measure} role="group">
      <p>{strings.bothMustLieAtThe}</p>
      <Pick
        label={strings.whatYouKnowTheLength}
        value={value}
        onChange={setChosen}
        options={[
          { id: '', name: strings.sayWhatItIs },
          { id: 'ruler', name: strings.soMuchOfARuler },
          ...known.map((k, i) => ({
            id: String(i),
            name: `${k.name}: ${withUnit(kind, k.mm)}`,
          })),
          { id: 'other', name: strings.somethingElse },
        ]}
      />
      {own && (
        <Row>
          {value === 'other' && <Text label={strings.whatItIs} value={name} onChange={setName} />}
          <Quantity
            label={`${value === 'ruler' ? strings.betweenTheTwoPoints : strings.itsLength}, ${kind.unit === 'in' ? 'inches' : 'mm'}`}
            unit={kind.unit}
            value={length}
            onChange={setLength}
          />
          {value === 'other' && (
            <Button
              isDisabled={!settings || !name.trim() || !mm || keep.isPending}
              onPress={() =>
                settings &&
                mm &&
                keep.mutate(
                  { ...settings, known: [{ name: name.trim(), mm }, ...(settings.known ?? [])] },
                  { onSuccess: () => setChosen('0') },
                )
              }
            >
              {strings.keepItForOtherTimes}
            </Button>
          )}
        </Row>
      )}
      <Pick
        label={strings.howFarEitherMayLean}
        value={tilt}
        onChange={setTilt}
        options={[
          { id: '5', name: strings.laidFlatSeenFromRight },
          { id: '10', name: strings.aLittle10Degrees },
          { id: '20', name: strings.clearly20Degrees },
          { id: '35', name: strings.much35Degrees },
        ]}
      />
      <Pick
        label={strings.whatYouMeasure}
        value={character}
        onChange={setCharacter}
        options={(p.measures ?? []).map((m) => ({ id: m.id, name: m.name }))}
      />
      {ready && mm === undefined && <p className="wrong">{strings.sayWhatYouKnowThe}</p>}
      {ready && error && (
        <p className="wrong" role="alert">
          {error.message}
        </p>
      )}
      {ready && data && (
        <>
          <p role="status">
            <strong className="says">{strings.to(data.low, data.high, data.unit)}</strong>
            {kind.unit !== 'mm' && ` (${withUnit(kind, data.low_mm)} to ${withUnit(kind, data.high_mm)})`}
          </p>
          {marks.some((m) => m.shown > coarse) && <p>{strings.thePointsWerePutOn}</p>}
          <Tick isSelected={level} onChange={setLevel}>
            {strings.bothLaySideBySide}
          </Tick>
          <Row>
            <Primary
              onPress={() =>
                change(
                  { do: 'read', reading: { character, low: data.low, high: data.high, sure: level } },
                  () => {
                    tell({ text: strings.wasReadAsTo(of?.name ?? strings.it, data.low, data.high, data.unit) });
                    onAgain();
                  },
                  (says) => tell({ text: says, bad: true }),
                )
              }
            >
              {strings.readItOnTheRecord(level ? '' : strings.asNotSure)}
            </Primary>
            <Button onPress={onAgain}>{strings.putThePointsAgain}</Button>
          </Row>
        </>
      )}
    </Steps>
  );
}
