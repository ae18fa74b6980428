import { labelOf } from '@hiraeth/core/definition';
import { usePriceUnit } from '../../../state/hooks';
import type { PageProps } from '../readAnswers';
import { ChannelGrid } from './ChannelGrid';

export function Originals(props: PageProps) {
  const unit = usePriceUnit();
  return (
    <>
      <p>
        To compare with: what one original costs, what it says it holds, and what it gives before the printer
        calls it empty. Not known yet: leave it empty; costs are then told without the comparison.
      </p>
      <ChannelGrid
        {...props}
        copies="All originals as the first"
        columns={[
          { key: 'price', label: `${labelOf('printer', 'slots.*.original.priceMinor')}, ${unit}` },
          { key: 'nominal', label: labelOf('printer', 'slots.*.original.nominalMl') },
          { key: 'usable', label: labelOf('printer', 'slots.*.original.usableMl') },
        ]}
      />
    </>
  );
}
