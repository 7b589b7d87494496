export { nextDue } from './nextDue';
