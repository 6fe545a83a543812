import { answering } from '../server/answering';
import { soundPlan, type PlannerQuestion } from './plan-for';

// Plans of the whole site are made here, off the thread that answers requests.
answering((question: PlannerQuestion) => soundPlan(question));
