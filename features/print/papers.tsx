import { t } from '../../core/language';
import { QRCodeSVG } from 'qrcode.react';
import styles from './papers.module.css';

export interface PrintData {
  readonly siteName: string;
  readonly printed: string;
  readonly vehicle: string;
  readonly bay: string;
  readonly hall: string;
  /** Where the code on the bay card leads. */
  readonly address: string;
  readonly pluggedIn: boolean;
  readonly positiveEarth: boolean;
  readonly batteries: readonly {
    readonly mark: string;
    readonly label: string;
    readonly chemistry: string;
    readonly rated: string;
    readonly fitted: string;
    readonly next: string;
  }[];
}

/** Hangs on the steering wheel of what is plugged in. */
export const Tag = ({ data }: { data: PrintData }) => (
  <div className={styles.tag}>
    <span className={styles.hole} />
    <p className={styles.loud}>{t`Connected`}</p>
    <p className={styles.order}>{t`Unplug before moving`}</p>
    <p>{t`${data.vehicle}, bay ${data.bay}`}</p>
    <p
      className={styles.small}
    >{t`Mains off and lamps out first, then the negative clamp, then the positive.${data.positiveEarth ? t` Positive earth: the clamp on the body first.` : ''}`}</p>
    <p className={styles.small}>
      {data.batteries.map((one) => one.mark).join(', ')} · {data.siteName} · {data.printed}
    </p>
  </div>
);

/** One for the case of each battery. */
export const Labels = ({ data }: { data: PrintData }) => (
  <div className={styles.labels}>
    {data.batteries.map((one) => (
      <div key={one.mark} className={styles.label}>
        <p className={styles.mark}>{one.mark}</p>
        <dl>
          <dt>{t`Fitted`}</dt>
          <dd>{one.fitted}</dd>
          <dt>{t`Chemistry`}</dt>
          <dd>
            {one.chemistry}, {one.rated}
          </dd>
          <dt>{t`Next reading`}</dt>
          <dd>{one.next}</dd>
        </dl>
        <p className={styles.small}>{t`${one.label} of ${data.vehicle}, bay ${data.bay}`}</p>
      </div>
    ))}
  </div>
);

/** Stands at the bay; its code opens the page of what stands there. */
export const BayCard = ({ data }: { data: PrintData }) => (
  <div className={styles.card}>
    <p className={styles.bay}>{data.bay}</p>
    <div>
      <p className={styles.name}>{data.vehicle}</p>
      <p>
        {data.hall}, {data.siteName}
      </p>
      <p className={styles.small}>{data.address}</p>
    </div>
    <QRCodeSVG
      value={data.address}
      size={220}
      level="M"
      marginSize={4}
      bgColor="#ffffff"
      fgColor="#000000"
      title={t`Code that opens ${data.address}`}
    />
  </div>
);
