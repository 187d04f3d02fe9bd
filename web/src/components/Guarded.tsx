import { Component, type ReactNode } from 'react';
import { whenUp } from '../api/reach';
import { Button } from './Buttons';
import { Waiting } from './Page';
import { strings } from './strings';

interface Props {
  /** What is shown anew when this changes, after it had failed. */
  at: string;
  /** What stands in its place when it fails; left out for a page that says so. */
  instead?: ReactNode;
  children: ReactNode;
}

/** Keeps what goes wrong in a part of the screen from taking the rest with it: rail, cautions and numbers stay. It is tried again
 * when the program answers, by a press, or elsewhere. */
export class Guarded extends Component<Props, { failed?: string | undefined }> {
  override state: { failed?: string | undefined } = {};
  private stop?: () => void;

  static getDerivedStateFromError() {
    return { failed: '' };
  }

  override componentDidCatch() {
    this.setState({ failed: this.props.at });
    this.stop?.();
    this.stop = whenUp(this.again);
  }

  override componentDidUpdate() {
    if (this.state.failed && this.state.failed !== this.props.at) this.again();
  }

  override componentWillUnmount() {
    this.stop?.();
  }

  private again = () => {
    this.stop?.();
    this.setState({ failed: undefined });
  };

  override render() {
    if (this.state.failed === undefined) return this.props.children;
    return (
      this.props.instead ?? (
        <Waiting>
          <h1>{strings.thisViewCouldNotBe}</h1>
          <p>{strings.whatYouKeptIsStill}</p>
          <Button onPress={this.again}>{strings.tryAgain}</Button>
        </Waiting>
      )
    );
  }
}
