export { nextDue, type NextDue } from './nextDue';
