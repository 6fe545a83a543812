import { t } from '../../core/language';
import { cautionOf } from '../../core/plan/cautions';
import type { Job } from '../../core/plan/jobs';
import { Caution } from '../ui/caution';

/** The caution that belongs to this step. */
export function StepCaution({ job }: { job: Job }) {
  const caution = cautionOf(job.kind);
  return caution === null ? null : (
    <Caution>
      <b>{t`Before you touch it:`}</b> {caution}
    </Caution>
  );
}
