'use client';

import { t } from '../../core/language';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { ROLES, ROLE_WORDS, type Role } from '../../core/access/roles';
import type { Person } from '../../store/people';
import { call, type Answer } from '../http/client';
import { DataTable } from '../ui/data-table';
import { Chooser, SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

const choices = () => ROLES.map((value) => ({ value, label: ROLE_WORDS[value].name }));

/** Who works here, and what each may do. */
export function People({ people }: { readonly people: readonly Person[] }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const done = (answer: Answer) => {
    setProblem(answer.ok ? null : answer.reason);
    router.refresh();
    return answer.ok;
  };
  return (
    <section className={layout.panel} aria-label={t`Who works here`}>
      <h2>{t`Who works here`}</h2>
      <Quiet as="p">
        {ROLES.map((role) => `${ROLE_WORDS[role].name}: ${ROLE_WORDS[role].does}`).join(' ')}
      </Quiet>
      <DataTable head={[t`Name`, t`Role`, { aloud: t`Let go` }]}>
        {people.map(({ id, name, role }) => (
          <tr key={id}>
            <th scope="row">{name}</th>
            <td>
              <Chooser
                aria-label={t`Role of ${name}`}
                value={role}
                options={choices()}
                onChange={(chosen) =>
                  void call('PUT /api/people/{id}', { of: { id }, body: { role: chosen } }).then(
                    done,
                  )
                }
              />
            </td>
            <td>
              <Button
                aria-label={t`${name} works here no more`}
                onClick={() => void call('DELETE /api/people/{id}', { of: { id } }).then(done)}
              >{t`Works here no more`}</Button>
            </td>
          </tr>
        ))}
      </DataTable>
      <Problem>{problem}</Problem>
      <NewPerson onAdd={(body) => call('POST /api/people', { body }).then(done)} />
    </section>
  );
}

/** Somebody new, with a passphrase to begin with. */
function NewPerson({
  onAdd,
}: {
  readonly onAdd: (person: {
    id: string;
    name: string;
    role: Role;
    passphrase: string;
  }) => Promise<boolean>;
}) {
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [role, setRole] = useState<Role>('attendant');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void onAdd({ id: uuidv7(), name, role, passphrase }).then((added) => {
          if (!added) return;
          setName('');
          setPassphrase('');
        });
      }}
    >
      <h3>{t`Somebody new`}</h3>
      <div className={layout.fields}>
        <TextField label={t`Name`} value={name} onChange={(event) => setName(event.target.value)} />
        <SelectField label={t`Role`} value={role} options={choices()} onChange={setRole} />
        <TextField
          label={t`Passphrase to begin with`}
          type="password"
          autoComplete="new-password"
          value={passphrase}
          onChange={(event) => setPassphrase(event.target.value)}
        />
        <Button
          htmlType="submit"
          size="large"
          disabled={name === '' || passphrase === ''}
        >{t`Let in`}</Button>
      </div>
      <Quiet as="p">{t`Twelve characters or more: four words are easily kept in mind.`}</Quiet>
    </form>
  );
}
