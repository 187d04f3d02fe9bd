import { Button, Primary, Row } from './Buttons';
import { Popup } from './Popup';
import { strings } from './strings';

/** Asks whoever goes although something is half filled in. */
export default function Leaving({ stay, leave }: { stay: () => void; leave: () => void }) {
  return (
    <Popup title={strings.whatYouWroteHereIs} onClose={stay} warns>
      <p>{strings.itStaysHereAsA}</p>
      <Row>
        <Primary onPress={stay}>{strings.stayHere}</Primary>
        <Button onPress={leave}>{strings.leaveItAsADraft}</Button>
      </Row>
    </Popup>
  );
}
