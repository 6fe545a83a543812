import { v4 as uuid } from 'uuid';
import { usualDetails } from '../../core/battery/usual-details';
import { FRESH_TERMS, PLAIN_VEHICLE } from '../../core/stay/usual';

/** A battery as it is sent with a lay-up. */
export const battery = (more: object = {}) => ({
  id: uuid(),
  role: 'starter',
  place: 'under the seat',
  chemistry: 'agm',
  nominalVolts: 12,
  capacityAh: 12,
  fittedYear: 2024,
  details: usualDetails('agm'),
  negativeOn: false,
  drawMa: 1.2,
  volts: null,
  voltsConfirmed: false,
  inspection: null,
  plan: null,
  ...more,
});
/** A motorcycle that is laid up in a free bay of the demo. */
export const layUp = (more: object = {}) => ({
  vehicleId: uuid(),
  kind: 'motorcycle',
  name: 'Wick 900',
  facts: PLAIN_VEHICLE,
  owner: { id: uuid(), name: 'Tamsin Ashgill', contact: 'mill shop' },
  terms: FRESH_TERMS,
  bayId: 'bay-C14',
  collectOn: '2027-04-01',
  restedHours: 24,
  allOff: ['Heated grips'],
  photos: [],
  batteries: [battery()],
  ...more,
});
