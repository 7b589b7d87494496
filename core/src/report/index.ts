export { PAPERS, REPORT_SECTION_NAMES, REPORT_SECTIONS, usualWays, type Paper, type ReportSection, type ReportWays } from './ways';
export { type Report, type ReportBlock } from './blocks';
export { visitReport } from './visitReport';
export { firstPageText } from './firstPageText';
export { calendarFile, type CalendarDay } from './calendar';
export { REPORT_FONTS, reportSheet, type Sheet } from './layout';
export { sectionRuns } from './sectionRuns';
