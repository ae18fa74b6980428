import { usePriceUnit } from '../../../state/hooks';
import type { PageProps } from '../readAnswers';
import { TOGETHER } from '../draft';
import { ChannelGrid } from './ChannelGrid';

export function Inks(props: PageProps) {
  const unit = usePriceUnit();
  return (
    <>
      <p>
        One bottle for each channel; more can be bought later, in Inks. Nothing yet: leave it empty.
        {props.draft.channels.some(({ shades }) => shades.includes(TOGETHER)) &&
          ' For a body of several colours: one of each, all of that size and price.'}
      </p>
      <ChannelGrid
        {...props}
        copies="All bottles as the first"
        columns={[
          { key: 'ink', label: 'Maker or line' },
          { key: 'bottleMl', label: 'Bottle holds, ml' },
          { key: 'bottlePrice', label: `Bottle costs, ${unit}` },
        ]}
      />
    </>
  );
}
