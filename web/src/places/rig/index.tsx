import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { FloatSensorPanel } from './FloatSensorPanel';
import { PhotographPanel } from './PhotographPanel';
import { ResetterPanel } from '../../parts/ResetterPanel';
import { SimulatedPrinterPanel } from './SimulatedPrinterPanel';
import { SimulatedScalePanel } from './SimulatedScalePanel';

/** Stand-ins for the outside world, for rehearsal: nothing here touches a real device. */
export default function Rig() {
  return (
    <div className="stack">
      <h1>Rig</h1>
      <p className="soft" style={{ maxWidth: '70ch' }}>
        Simulated devices to learn on. What they say goes the same way as the real ones; a rehearsed refill
        writes nothing.
      </p>
      <div>
        <Button variant="contained" component={Link} to="/bench?rehearse=1">
          Rehearse a refill
        </Button>
      </div>
      <SimulatedPrinterPanel />
      <SimulatedScalePanel />
      <ResetterPanel />
      <FloatSensorPanel />
      <PhotographPanel />
      <p className="soft">
        A real scale is checked with a reference mass in <Link to="/workbook/things">Workbook</Link>.
      </p>
    </div>
  );
}
