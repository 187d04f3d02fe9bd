import { Button } from './Buttons';
import { strings } from './strings';

/** Takes the last change back, and does it again: the same two buttons wherever something has a history. */
export function UndoRedo({
  of,
  busy,
  onChange,
}: {
  of: { can_undo: boolean; can_redo: boolean };
  busy?: boolean;
  onChange: (change: { do: 'undo' | 'redo' }) => void;
}) {
  return (
    <>
      <Button isDisabled={!of.can_undo || busy} onPress={() => onChange({ do: 'undo' })}>
        {strings.undo}
      </Button>
      <Button isDisabled={!of.can_redo || busy} onPress={() => onChange({ do: 'redo' })}>
        {strings.redo}
      </Button>
    </>
  );
}
