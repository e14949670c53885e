import type { Show, Template, Values } from '../../../core/show';
import { ChecksSection } from './checks-section';
import { KeySection } from './key-section';
import { PhaseSection } from './phase-section';

/** The motion in hand: keys, their tracks, the phase they stand in, and what will surprise on air. */
export function MotionPanel(props: { show: Show; template: Template; values: Values }) {
  return (
    <>
      <KeySection show={props.show} template={props.template} />
      <PhaseSection template={props.template} />
      <ChecksSection {...props} />
    </>
  );
}
