import styled from 'styled-components';
import { useGuide } from '../api/useGuide';
import { Quiet } from '../components/Buttons';
import { usePlainPen } from '../components/usePlainPen';
import { c } from '../theme/tokens';
import { type Shown, tinting } from './Part';
import { swatchOf } from './swatches';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  margin: 4px 0;
  font-size: 15px;
  color: ${c('stone')};
  span { display: inline-flex; gap: 6px; align-items: center; }
  i { width: 16px; height: 16px; border-radius: 50%; border: 1.5px solid ${c('ink')}; }
  button { min-height: 44px; padding: 6px 12px; font-size: 14.5px; }
`;

/** Names the colours that a figure is tinted with, and turns them off: a colour is a hint. Nothing where no colour is known. */
export function Colours({ shown }: { shown: Shown }) {
  const { guide } = useGuide();
  const [plain, setPlain] = usePlainPen();
  const told = tinting.flatMap((id) => {
    const character = guide?.character(id);
    const colour = swatchOf(shown[id]);
    const state = character?.states.find((s) => s.id === shown[id]);
    return character && state && colour ? [{ id, colour, says: `${character.name}: ${state.name.toLowerCase()}` }] : [];
  });
  if (told.length === 0) return null;
  return (
    <Line data-screen-only>
      {!plain && (
        <>
          {told.map((t) => (
            <span key={t.id}>
              <i style={{ background: t.colour }} data-tells />
              {t.says}
            </span>
          ))}
          <span>Colours are only hints.</span>
        </>
      )}
      <Quiet onPress={() => setPlain(!plain)}>{plain ? 'Show colours' : 'Without colours'}</Quiet>
    </Line>
  );
}
