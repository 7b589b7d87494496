import { usePaper } from './usePaper';
import { useVisit, visitFileAddress } from '@/data';
import { Companion, Heading, LinkRow, Part, Small } from '@/ui';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { HandOver } from './HandOver';
import { PaperBar, PaperTold } from './PaperParts';
import { ReportPiece } from './ReportPiece';
import { useReport } from './useReport';

/** What is handed over, as it will stand on paper, and the paper itself. */
export function ReportScreen() {
  const { detail } = useVisit();
  const { report, paper, dues, nextDue, upkeep } = useReport();
  const job = usePaper(`${detail.visit.day} ${report.title}`);
  return (
    <VisitScreen
      visitStep="close"
      page="report"
      under="Report"
      foot={
        <PaperBar
          job={job}
          make={() => void job.make({ of: 'report', report, paper })}
          before={<Companion title="Back" onPress={() => goTo(detail.visit.id, 'close')} />}
        />
      }
    >
      <PaperTold job={job} elsewhere={visitFileAddress(detail.visit.id, 'report.pdf')} />
      <Part first title={<Heading>{report.title}</Heading>} testID="report">
        <Small ink="inkSoft">{report.shop}</Small>
        {report.blocks.map((block, i) => (
          <ReportPiece key={i} block={block} />
        ))}
      </Part>
      <HandOver report={report} dues={dues} nextDue={nextDue} upkeep={upkeep} />
      <LinkRow
        title="What is printed"
        under="Paper, sections, guarantee: chosen once for the shop"
        href="/shop/report"
        testID="to-report-ways"
      />
    </VisitScreen>
  );
}
