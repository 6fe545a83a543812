'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Button, Form, Input, InputNumber, Radio, Select } from 'antd';
import { useEffect, useState } from 'react';
import { call } from '../http/client';
import { CLIMATES, Setup, type ClimateId } from './schema';
import { problemsOf } from '../lay-up/schema';
import { HallsEditor, freshHall, type HallDrawing } from '../site-plan/halls-editor';
import { DayField } from '../theme/day-field';
import { Chargers } from './chargers';
import { FirstRules } from './first-rules';
import { usualIn } from './usual-in';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { Caution } from '../ui/caution';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import styles from './setup.module.css';

/** What is typed; halls have ids of their own while they are drawn. */
type Fields = Omit<Setup, 'halls'> & { readonly halls: readonly HallDrawing[] };

const FIRST: Setup['rules'] = {
  roundWeekdays: DEFAULT_RULES.roundWeekdays,
  roundMinutes: DEFAULT_RULES.roundMinutes,
  currency: DEFAULT_RULES.currency,
  temperatureUnit: DEFAULT_RULES.temperatureUnit,
  measureUnit: DEFAULT_RULES.measureUnit,
  weekBegins: DEFAULT_RULES.weekBegins,
};

/** The first screen of a new site. */
export function SetupForm({
  name,
  season,
  timeZones,
}: {
  /** What it was called where it was added. */
  name: string;
  season: { start: string; end: string };
  timeZones: readonly string[];
}) {
  const [form] = Form.useForm<Fields>();
  const [wrong, setWrong] = useState<ReadonlyMap<string, string>>(new Map());
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  useEffect(() => {
    // Only the browser knows where the attendant is.
    form.setFieldValue('timeZone', Intl.DateTimeFormat().resolvedOptions().timeZone);
    form.setFieldValue('rules', { ...FIRST, ...usualIn(navigator.language) });
  }, [form]);

  const send = async (fields: Fields) => {
    setProblem(null);
    setWrong(new Map());
    const parsed = Setup.safeParse({
      ...fields,
      latitude: fields.latitude ?? null,
      // A field that was emptied says none.
      chargers: Object.fromEntries(
        Object.entries(fields.chargers ?? {}).filter(([, count]) => (count ?? null) !== null),
      ),
      halls: fields.halls.map(({ name, kind, setpointCelsius, rows }) => ({
        ...{ name, kind, rows },
        setpointCelsius: kind === 'heated' ? (setpointCelsius ?? 12) : null,
      })),
    });
    if (!parsed.success) {
      setWrong(new Map(problemsOf(parsed.error).map(({ path, message }) => [path, message])));
      form.setFields(
        parsed.error.issues
          .filter(({ path }) => path[0] !== 'halls')
          .map((issue) => ({
            name: issue.path as never,
            errors: [issue.message],
          })),
      );
      setProblem(t`Something is missing or out of range: see the marked fields.`);
      return;
    }
    setBusy(true);
    const reply = await call('POST /api/setup', { body: parsed.data });
    if (reply.ok) {
      window.location.assign('/lay-up');
      return;
    }
    setBusy(false);
    setProblem(reply.reason);
  };

  return (
    <Form<Fields>
      form={form}
      layout="vertical"
      requiredMark={false}
      rootClassName={layout.page}
      initialValues={{
        name,
        seasonStart: season.start,
        seasonEnd: season.end,
        climate: 'inland' satisfies ClimateId,
        rules: FIRST,
        halls: [freshHall([])],
      }}
      onFinish={(fields) => void send(fields)}
    >
      <header className={layout.head}>
        <h1>{t`Velvet Ember: a new site`}</h1>
        <Quiet as="p">{t`Where the vehicles stand, and what the winter is like. All of it can be changed later.`}</Quiet>
        <Quiet as="p">{phrase`A list of vehicles comes next, from a spreadsheet or by hand: ${(<b>{t`Bring a list`}</b>)} stands on the page after this one. To look around first, ${(<code>./ember demo</code>)} shows a site in its winter.`}</Quiet>
      </header>
      <div className={styles.columns}>
        <div className={layout.side}>
          <SiteFields timeZones={timeZones} />
          <FirstRules />
        </div>
        <div className={layout.side}>
          <section className={styles.part}>
            <h2>{t`Halls, in walking order`}</h2>
            <Quiet as="p">{t`Bays as they are walked: C1–C12 is a row, _ a gap in it; a second side is a second row.`}</Quiet>
            <Form.Item name="halls" noStyle>
              <HallsEditor problem={(path) => wrong.get(path)} />
            </Form.Item>
          </section>
          <Chargers />
          <section className={styles.part}>
            <Caution>{t`The maker’s instructions, local codes and licensed practice come before anything that this program says.`}</Caution>
            <Problem>{problem}</Problem>
            <Button
              type="primary"
              htmlType="submit"
              size="large"
              loading={busy}
            >{t`Set the site up`}</Button>
          </section>
        </div>
      </div>
    </Form>
  );
}

/** What the site is called, where it is, and what its winters are like. */
const SiteFields = ({ timeZones }: { readonly timeZones: readonly string[] }) => (
  <section className={styles.part}>
    <h2>{t`Site`}</h2>
    <div className={styles.row}>
      <Form.Item name="name" label={t`Name`} className={styles.wide}>
        <Input maxLength={80} autoComplete="off" />
      </Form.Item>
      <Form.Item name="timeZone" label={t`Time zone`} className={styles.wide}>
        <Select showSearch options={timeZones.map((value) => ({ value, label: value }))} />
      </Form.Item>
    </div>
    <div className={styles.row}>
      <Form.Item name="seasonStart" label={t`Season starts`}>
        <DayField />
      </Form.Item>
      <Form.Item name="seasonEnd" label={t`Season ends`}>
        <DayField />
      </Form.Item>
      <Form.Item name="latitude" label={t`Latitude, °N (south: −)`}>
        <InputNumber controls={false} min={-90} max={90} placeholder="53.7" />
      </Form.Item>
    </div>
    <Form.Item name="climate" label={t`Winter`}>
      <Radio.Group
        vertical
        options={(Object.keys(CLIMATES) as ClimateId[]).map((value) => ({
          value,
          label: CLIMATES[value].label,
        }))}
      />
    </Form.Item>
    <Quiet as="p">{t`Three degrees off are a fifth more or less of what a battery loses by itself. A hall’s thermometer, or your own temperatures as a file, take over as they come (Rules). Without the latitude, what a solar panel gives in winter is not known.`}</Quiet>
  </section>
);
