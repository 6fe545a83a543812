'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useEffect, useState } from 'react';
import { call } from '../http/client';
import { Setup, type ClimateId } from './schema';
import { problemsOf } from '../lay-up/schema';
import { HallsEditor, freshHall, type HallDrawing } from '../site-plan/halls-editor';
import { AS_CLIMATE } from '../temperatures/schema';
import { Chargers } from './chargers';
import { Circuits, type TypedCircuit } from './circuits';
import { OwnTemperatures, type OwnDays } from './own-temperatures';
import { SiteFields } from './site-fields';
import { DemoLink } from './demo-link';
import { FirstRules } from './first-rules';
import { usualIn } from './usual-in';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { Caution } from '../ui/caution';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import styles from './setup.module.css';
import { FormItem, useForm, useWatch, Form } from '../ui/controls/form';
import { Button } from '../ui/button';

/** What is typed; halls have ids of their own while they are drawn. */
type Fields = Omit<Setup, 'halls' | 'circuits' | 'temperatures'> & {
  readonly halls: readonly HallDrawing[];
  readonly circuits: readonly TypedCircuit[];
};

/** What is typed, as it is sent: halls by their place among those that are drawn. */
function sentOf(fields: Fields, files: readonly OwnDays[]) {
  const placeOf = (id: string) => fields.halls.findIndex((hall) => hall.id === id);
  return {
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
    circuits: fields.circuits.map(({ hallId, ...circuit }) => ({
      ...circuit,
      hall: placeOf(hallId),
    })),
    temperatures: files.map(({ target, days }) => ({
      hall: target === AS_CLIMATE ? null : placeOf(target),
      days,
    })),
  };
}

/** Where a problem is shown: a hall is chosen by its id. */
const fieldOf = (path: readonly PropertyKey[]) =>
  path[0] === 'circuits' && path[2] === 'hall' ? [...path.slice(0, 2), 'hallId'] : path;

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
  canDemo,
}: {
  /** What it was called where it was added. */
  name: string;
  season: { start: string; end: string };
  timeZones: readonly string[];
  /** The demo can be opened from here. */
  canDemo: boolean;
}) {
  const [form] = useForm<Fields>();
  const [wrong, setWrong] = useState<ReadonlyMap<string, string>>(new Map());
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [files, setFiles] = useState<readonly OwnDays[]>([]);
  const halls = useWatch('halls', form) ?? [];
  // The record of a hall that is drawn no more is of nothing.
  const known = files.filter(
    ({ target }) => target === AS_CLIMATE || halls.some(({ id }) => id === target),
  );

  useEffect(() => {
    // Only the browser knows where the attendant is.
    form.setFieldValue('timeZone', Intl.DateTimeFormat().resolvedOptions().timeZone);
    form.setFieldValue('rules', { ...FIRST, ...usualIn(navigator.language) });
  }, [form]);

  const send = async (fields: Fields) => {
    setProblem(null);
    setWrong(new Map());
    const parsed = Setup.safeParse(sentOf(fields, known));
    if (!parsed.success) {
      setWrong(new Map(problemsOf(parsed.error).map(({ path, message }) => [path, message])));
      form.setFields(
        parsed.error.issues
          .filter(({ path }) => path[0] !== 'halls')
          .map((issue) => ({
            name: fieldOf(issue.path) as never,
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
        circuits: [],
      }}
      onFinish={(fields) => void send(fields)}
      onFieldsChange={(changed) => {
        const mended = changed.filter(({ touched, errors }) => touched && errors?.length);
        if (mended.length > 0) form.setFields(mended.map(({ name }) => ({ name, errors: [] })));
      }}
    >
      <header className={layout.head}>
        <h1>{t`Velvet Ember: a new site`}</h1>
        <Quiet as="p">{t`Where the vehicles stand, and what the winter is like. All of it can be changed later.`}</Quiet>
        <Quiet as="p">{phrase`A list of vehicles comes next, from a spreadsheet or by hand: ${(<b>{t`Bring a list`}</b>)} stands on the page after this one.`}</Quiet>
        {canDemo ? <DemoLink /> : null}
      </header>
      <div className={styles.columns}>
        <div className={layout.side}>
          <SiteFields timeZones={timeZones} />
          <OwnTemperatures halls={halls} files={known} onFiles={setFiles} />
          <FirstRules />
        </div>
        <div className={layout.side}>
          <section className={styles.part}>
            <h2>{t`Halls, in walking order`}</h2>
            <Quiet as="p">{t`Bays as they are walked: C1–C12 is a row, _ a gap in it; a second side is a second row.`}</Quiet>
            <FormItem name="halls" noStyle>
              <HallsEditor problem={(path) => wrong.get(path)} />
            </FormItem>
          </section>
          <Chargers />
          <Circuits />
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
