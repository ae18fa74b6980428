import Button from '@mui/material/Button';
import { Controller } from 'react-hook-form';
import { DayField } from '../../parts/DayField';
import { PicturePick } from '../../parts/picture/PicturePick';
import { demandMap } from '../../parts/picture/usePicture';
import { printedArea } from '../../parts/printedArea';
import { chosenSize } from '../../parts/SizePick';
import { PrintFields } from './PrintFields';
import { useLogPrint } from './useLogPrint';
import { WhatOneTakes } from './WhatOneTakes';
import { WhichBlack } from './WhichBlack';

/** A print: logged as it came out, or planned; what one takes and costs stands above it while it is typed. */
export function LogPrint({
  printerId,
  onPrinter,
}: {
  readonly printerId: string;
  readonly onPrinter: (printerId: string) => void;
}) {
  const logging = useLogPrint(printerId, onPrinter);
  const { control, picture, again, lastTitle, log, plan } = logging;
  const { subjectId, size, margin, paperId } = logging.chosen;
  return (
    <>
      <WhatOneTakes
        printerId={printerId}
        subjectId={subjectId}
        area={printedArea(chosenSize(size), margin)}
        demand={demandMap(picture, printerId)}
        paperId={paperId}
      />
      <form
        className="stack"
        aria-label="Log a print"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          log();
        }}
      >
        <PrintFields logging={logging} printerId={printerId} />
        <WhichBlack printerId={printerId} paperId={paperId} />
        <PicturePick value={picture} printerId={printerId} maps />
        <div className="row">
          <Button type="submit" variant="contained">
            Log the print
          </Button>
          {again && (
            <Button onClick={() => void again()} title="Key: r">
              Once more: {lastTitle.slice(0, 30)}
            </Button>
          )}
          <span className="spring" />
          <Controller
            control={control}
            name="wanted"
            render={({ field: { ref, ...field }, fieldState: { error } }) => (
              <DayField
                {...field}
                inputRef={ref}
                ahead
                label="Wanted by"
                error={error !== undefined}
                helperText={error?.message}
              />
            )}
          />
          <Button variant="outlined" onClick={plan}>
            Plan it
          </Button>
        </div>
      </form>
    </>
  );
}
