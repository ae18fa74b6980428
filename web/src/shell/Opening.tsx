import { useAppSelector } from '../state/store';

/** A smaller workbook opens before a share of it could be read. */
const TOLD_FROM = 5000;

/** How far the opening is; by itself, for it is told many times. */
export function Opening() {
  const progress = useAppSelector((state) => state.workbook.progress);
  return (
    <p className="soft" role="status">
      Opening the workbook …{' '}
      {progress && progress.of > TOLD_FROM
        ? `${progress.what === 'reading' ? 'read' : 'worked in'} ${Math.round((100 * progress.done) / progress.of)} %`
        : ''}
    </p>
  );
}
