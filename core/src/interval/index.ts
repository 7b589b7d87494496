export * from './nextDue';
