import { decimal, t } from '../../core/language';
import { Link } from '../ui/link';
import type { Charger } from '../../core/site/charging-equipment';
import { formatTemperature } from '../../core/words/words';
import type { ChargeData, Room } from './charge-data';
import { Channel } from './channel';
import styles from './board.module.css';

/** Every charger by hall, and what hangs on each of its channels. */
export function Board({ data }: { data: ChargeData }) {
  const known = new Set(data.stock.chargers.map(({ id }) => id));
  const unnoted = data.board.filter(({ hanging }) => !known.has(hanging.hook?.chargerId ?? ''));
  if (data.stock.chargers.length === 0 && unnoted.length === 0) {
    return (
      <section className={styles.empty}>
        <h2>{t`No charger is noted yet`}</h2>
        <p>{t`Write down what you charge with: channels, amps, programmes, which one it wakes in. Then each battery shows which of them suits it, for how long, and why not the others.`}</p>
        <Link href="/charge?view=stock">{t`Write down a charger`}</Link>
      </section>
    );
  }
  return (
    <div className={styles.halls}>
      {data.rooms.map((room) => {
        const chargers = data.stock.chargers.filter(({ hallId }) => hallId === room.hallId);
        return (
          <section key={room.hallId} aria-label={room.name}>
            <RoomLine room={room} data={data} />
            <div className={styles.chargers}>
              {chargers.map((charger) => (
                <OneCharger key={charger.id} charger={charger} data={data} />
              ))}
            </div>
          </section>
        );
      })}
      {unnoted.length > 0 ? (
        <section aria-label={t`On chargers that are not noted`}>
          <div className={styles.room}>
            <h2>{t`On chargers that are not noted`}</h2>
          </div>
          <div className={styles.chargers}>
            <div className={styles.charger}>
              <div className={styles.channels}>
                {unnoted.map((one) => (
                  <Channel key={one.batteryId} one={one} data={data} />
                ))}
              </div>
            </div>
          </div>
        </section>
      ) : null}
    </div>
  );
}

/** The hall's air and circuits under what charges there now. */
function RoomLine({ room, data }: { room: Room; data: ChargeData }) {
  const { needs, has } = room;
  const opening = Math.ceil(needs.openingCm2);
  const air =
    room.charging === 0
      ? t`nothing charges here`
      : has.openingCm2 !== null
        ? t`opening ${opening} of ${Math.round(has.openingCm2)} cm²`
        : has.airflowM3PerHour !== null
          ? t`air ${decimal(needs.airflowM3PerHour, 1)} of ${Math.round(has.airflowM3PerHour)} m³/h`
          : t`needs an opening of ${opening} cm²; what it has is not noted`;
  return (
    <div className={styles.room}>
      <h2>{room.name}</h2>
      <p>
        <span>{formatTemperature(room.celsius, data.rules)}</span>
        <span data-bad={room.aired === false}>{air}</span>
        {room.circuits.map(({ name, amps, load }) => (
          <span
            key={name}
            data-bad={load > amps}
          >{t`${name} ${decimal(load, 1)} of ${amps} A`}</span>
        ))}
      </p>
      {room.aired === false ? (
        <p
          className={styles.alarm}
          role="alert"
        >{t`Not enough air for what charges here: open it up, or take one off. Hydrogen ${decimal(needs.hydrogenLitresPerHour, 1)} l an hour. No flame, no spark.`}</p>
      ) : null}
    </div>
  );
}

function OneCharger({ charger, data }: { charger: Charger; data: ChargeData }) {
  const channels = Array.from({ length: charger.channels }, (_, i) => i + 1);
  return (
    <div className={styles.charger} data-broken={!charger.working}>
      <p className={styles.name}>
        <b>{charger.name}</b>
        <span>
          {charger.channels > 1 ? `${charger.channels} × ` : ''}
          {charger.ampsPerChannel} A
          {charger.volts.length > 1 || charger.volts[0] !== 12
            ? ` · ${charger.volts.join('/')} V`
            : ''}
          {charger.automatic ? '' : t` · manual`}
          {charger.working ? '' : t` · broken`}
        </span>
      </p>
      <div className={styles.channels}>
        {channels.map((n) => {
          const one = data.board.find(
            ({ hanging }) => hanging.hook?.chargerId === charger.id && hanging.hook.channel === n,
          );
          return one ? (
            <Channel key={n} one={one} data={data} />
          ) : (
            <span key={n} className={styles.free}>
              {charger.channels > 1 ? t`${n} free` : t`free`}
            </span>
          );
        })}
      </div>
    </div>
  );
}
