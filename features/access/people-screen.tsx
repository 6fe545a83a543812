import { t } from '../../core/language';
import { redirect } from 'next/navigation';
import { isEnough } from '../../core/access/roles';
import { calendarAddressOf } from '../../store/calendar-addresses';
import { readDoor } from '../../store/door';
import { readPaired } from '../../store/sessions';
import { readPeople } from '../../store/people';
import { formatInstant } from '../../core/words/words';
import { readSite } from '../../store/site';
import { readRuleBook } from '../../store/states';
import { headers } from 'next/headers';
import { baseUrlFor } from '../server/base-url';
import { db } from '../server/store';
import { LEAST_FOR_API } from './least';
import { DoorLog } from './door-log';
import { OwnPin } from './own-pin';
import { OwnCalendar } from './own-calendar';
import { People } from './people';
import { Phones } from './phones';
import { SignedIn } from './signed-in';
import { isSigned } from './who';
import { whoLooks } from './who-looks';
import layout from '../ui/layout.module.css';

/** Who works here, and on which phones and desks. */
export async function PeopleScreen() {
  const who = await whoLooks();
  // Nobody signs in where the machine itself is the key.
  if (!isSigned() || !who) redirect('/yard');
  const { rules } = readRuleBook(db());
  const timeZone = readSite(db())?.timeZone ?? 'UTC';
  const when = (at: number) => formatInstant(at, timeZone, rules);
  const base = baseUrlFor(await headers());
  const keeps = isEnough(who.role, 'manager');
  const made = who.id === null ? null : calendarAddressOf(db(), who.id);
  const phones = readPaired(db()).map(({ id, name, pairedAt, pairedBy, usedAt }) => ({
    ...{ id, name, paired: when(pairedAt), by: pairedBy ?? t`the shell`, used: when(usedAt) },
  }));
  return (
    <div className={layout.page}>
      <SignedIn name={who.name} role={who.role} />
      {isEnough(who.role, LEAST_FOR_API['POST /api/pairing-codes']) ? (
        <Phones paired={phones} base={base} keeps={keeps} />
      ) : null}
      <OwnPin />
      <OwnCalendar made={made === null ? null : when(made)} />
      {keeps ? (
        <>
          <People people={readPeople(db())} />
          <DoorLog lines={readDoor(db())} when={when} />
        </>
      ) : null}
    </div>
  );
}
