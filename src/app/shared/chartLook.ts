/** How our charts look: they stand still, have no tools of their own, and are written as the page is. */
import type { ApexOptions } from 'apexcharts';
import { laidColor } from '../theme/cloth';

/** Lines and dots in the whole of their place, in the colours of the cloth that is laid. */
export const stillLines = (): NonNullable<ApexOptions['chart']> => ({
  type: 'line',
  height: '100%',
  toolbar: { show: false },
  zoom: { enabled: false },
  animations: { enabled: false },
  fontFamily: 'inherit',
  foreColor: laidColor('soft'),
});
