import { Button, Primary, Row } from './Buttons';
import { Popup } from './Popup';

/** Asks whoever goes although something is half filled in. */
export default function Leaving({ stay, leave }: { stay: () => void; leave: () => void }) {
  return (
    <Popup title="What you wrote here is not kept yet" onClose={stay} warns>
      <p>It stays here as a draft, and is there again when you come back.</p>
      <Row>
        <Primary onPress={stay}>Stay here</Primary>
        <Button onPress={leave}>Leave it as a draft</Button>
      </Row>
    </Popup>
  );
}
