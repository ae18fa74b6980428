import Button from '@mui/material/Button';
import { Link, useNavigate } from 'react-router';
import { Find } from '../parts/find/Find';
import { useThemeName } from '../parts/ThemeSwitch';
import { DEMO } from '../state/services';
import { openOwn } from '../state/shelf';
import { useAppDispatch, useAppSelector } from '../state/store';
import { openWorkbook } from '../state/thunks';

/** Which workbook this is, the way to the other, and what stands beside the places. */
export function WhichBand() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const which = useAppSelector((state) => state.workbook.which);
  const [themeName, switchTheme] = useThemeName();
  return (
    <aside className="band" aria-label="Which workbook this is">
      <span className={which === DEMO ? '' : 'soft'}>
        {which === DEMO ? (
          <>
            The demo print room<span className="more">: all of it made up. Try anything.</span>
          </>
        ) : (
          'My own workbook, kept in this browser.'
        )}
      </span>
      <Button
        size="small"
        onClick={() => {
          // At once: whoever goes on meanwhile is not called back when it has opened.
          void navigate('/');
          void dispatch(which === DEMO ? openOwn() : openWorkbook(DEMO));
        }}
      >
        {which === DEMO ? 'Open my own workbook' : 'Look at the demo'}
      </Button>
      <span style={{ marginLeft: 'auto' }} />
      {which === DEMO && <Link to="/?tour=1">Five-minute tour</Link>}
      <Find />
      <Link to="/labels">Labels</Link>
      <Link to="/words">Help</Link>
      <Button size="small" onClick={switchTheme}>
        {themeName === 'light' ? 'Dim the page' : 'Light page'}
      </Button>
    </aside>
  );
}
