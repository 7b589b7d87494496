export { agreedBook, agreedDue, agreementWords, coveredBy, MOST_VISITS_A_YEAR, type Agreement } from './agreement';
