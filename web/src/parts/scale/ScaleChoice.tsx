import { useScale, type ScaleSource } from '../../devices/useScale';
import { Pick } from '../fields';

/** Which scale is listened to. */
export function ScaleChoice({ onChosen }: { readonly onChosen: () => void }) {
  const { hub, state } = useScale();
  return (
    <Pick<ScaleSource>
      label="Scale"
      value={state.source}
      options={[
        { value: 'typed', label: 'typed or wedge' },
        { value: 'serial', label: 'serial scale' },
        { value: 'usb', label: 'USB scale' },
        { value: 'bluetooth', label: 'Bluetooth scale' },
        { value: 'camera', label: 'its display, by camera' },
        { value: 'simulated', label: 'simulated scale' },
        { value: 'simulatedDisplay', label: 'simulated display' },
      ]}
      onPick={(source) => {
        onChosen();
        if (source === 'typed') hub.typed();
        else if (source === 'simulated') hub.simulate();
        else if (source === 'camera' || source === 'simulatedDisplay') hub.watch(source);
        else if (source === 'usb') void hub.usb();
        else if (source === 'bluetooth') void hub.bluetooth();
        else void hub.serial();
      }}
    />
  );
}
