export { chainOf, sealOf, type ReceivedEvent } from './chain';
export { recordReport } from './recordReport';
export { unitCode } from './unitCode';
export { RECORD_VERSION, recordedVisit, sealedRecord, type RecordedVisit, type SystemRecordFile } from './systemRecord';
export { verifyRecord, type RecordFound } from './verifyRecord';
export { ENTRY_COLUMNS, LOG_COLUMNS, outLine, outRecord, type LogRow, type OutColumn } from './logTable';
