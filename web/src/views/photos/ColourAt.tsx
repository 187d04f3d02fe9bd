import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useColourAt } from '../../api/usePhotoQuestions';
import type { Photo } from '../../api/usePhotos';
import { Button, Row } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { Pick } from '../../components/Pick';
import { c } from '../../theme/tokens';
import type { Mark } from './Picture';
import { strings } from './strings';

const Steps = styled.div`
  display: grid;
  gap: 12px;
  margin-top: 12px;
  .wrong { color: ${c('thorn')}; font-weight: 600; }
  .pair { display: grid; grid-template-columns: 64px 64px minmax(0, 1fr); gap: 0 12px; align-items: center; padding: 8px 0; border-top: 1.5px solid ${c('mist')}; }
  i { height: 64px; border: 1.5px solid ${c('ink')}; }
  i + i { margin-left: -12px; border-left: 0; }
  button { margin-top: 6px; }
`;

/** Compares the colour at a point with the states of a character: the nearest two are offered, none is taken. */
export function ColourAt({ photo: p, marks, onAgain }: { photo: Photo; marks: Mark[]; onAgain: () => void }) {
  const { change } = useChangeRecord(p.record);
  const { mutate, data, error, reset } = useColourAt(p.id);
  const [character, setCharacter] = useState(p.colours?.[0]?.id ?? '');
  useEffect(() => {
    const [at, card] = marks;
    if (!at) {
      reset();
      return;
    }
    mutate({ character, at: { x: at.x, y: at.y }, ...(card ? { card: { x: card.x, y: card.y } } : {}) });
  }, [marks, character, mutate, reset]);
  return (
    <Steps aria-label={strings.compareAColour} role="group">
      <p>{strings.aCameraDecidesForItself}</p>
      <Pick
        label={strings.whatItIsTheColour}
        value={character}
        onChange={setCharacter}
        options={(p.colours ?? []).map((m) => ({ id: m.id, name: m.name }))}
      />
      {marks.length > 0 && error && (
        <p className="wrong" role="alert">
          {error.message}
        </p>
      )}
      {marks.length > 0 && data && (
        <section aria-label={strings.whatItComesNearTo}>
          {data.nearest.map((n) => (
            <div className="pair" key={n.state}>
              <i data-tells style={{ background: data.corrected }} aria-hidden="true" />
              <i data-tells style={{ background: n.swatch }} aria-hidden="true" />
              <div>
                {n.name}: {n.likeness} ({n.distance})
                <br />
                <Button
                  onPress={() =>
                    change(
                      { do: 'read', reading: { character, states: [n.state], sure: false } },
                      () => {
                        tell({ text: strings.wasReadAsNotSure(n.name) });
                        onAgain();
                      },
                      (why) => tell({ text: why, bad: true }),
                    )
                  }
                >
                  {strings.readItSoAsNot}
                </Button>
              </div>
            </div>
          ))}
          <Row>
            <Button onPress={onAgain}>{strings.pressOtherSpots}</Button>
          </Row>
        </section>
      )}
    </Steps>
  );
}
