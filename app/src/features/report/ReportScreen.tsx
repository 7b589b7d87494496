import type { ReportBlock } from '@elm-mist/core';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { useVisit } from '@/data';
import { Act, Banner, Body, Companion, GradeStrip, Heading, LinkRow, Part, Row, Small, space, Strong, ThumbBar } from '@/ui';
import { SignatureMark } from '../shared/Signature';
import { goTo, VisitScreen } from '../visit/VisitScreen';
import { readyPress, type Press } from '@/workers/paperInWorker';
import { HandOver } from './HandOver';
import { makePaper, useReport } from './useReport';

/** What is handed over, as it will stand on paper, and the paper itself. */
export function ReportScreen() {
  const { detail } = useVisit();
  const { report, paper, dues, nextDue } = useReport();
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState('');
  const [made, setMade] = useState<{ url: string; size: number } | null>(null);
  const press = useRef<Press | null>(null);
  useEffect(() => {
    press.current = readyPress();
    return () => {
      press.current?.close();
      press.current = null;
    };
  }, []);
  const name = `${detail.visit.day} ${report.title}.pdf`.replace(/[\\/:*?"<>|]/g, ' ');
  const make = async () => {
    setTrouble('');
    setShare(0);
    try {
      press.current ??= readyPress();
      const blob = await makePaper(press.current, report, paper, setShare);
      if (made) URL.revokeObjectURL(made.url);
      setMade({ url: URL.createObjectURL(blob), size: blob.size });
    } catch (error) {
      // A press that broke is not used again.
      press.current?.close();
      press.current = null;
      setTrouble(error instanceof Error ? error.message : 'The report could not be made.');
    } finally {
      setShare(null);
    }
  };
  const save = () => {
    if (!made) return;
    const link = document.createElement('a');
    link.href = made.url;
    link.download = name;
    link.click();
  };
  return (
    <VisitScreen
      bead="close"
      page="report"
      under="Report"
      foot={
        <ThumbBar over={share === null ? null : <Small testID="report-share">{`Setting it on paper, ${Math.round(share * 100)} %`}</Small>}>
          <Companion title="Back" onPress={() => goTo(detail.visit.id, 'close')} />
          {made ? (
            <Act title="Save the PDF" onPress={save} testID="report-save" />
          ) : (
            <Act title="Make the PDF" onPress={() => void make()} busy={share !== null} testID="report-make" />
          )}
        </ThumbBar>
      }
    >
      {trouble ? <Banner tone="stop">{trouble}</Banner> : null}
      {made ? (
        <Banner tone="done" right={<Companion title="Make it anew" onPress={() => void make()} />}>
          {`Made on this device, ${Math.max(1, Math.round(made.size / 1000))} kB. Nothing is sent by itself.`}
        </Banner>
      ) : null}
      <Part first title={<Heading>{report.title}</Heading>} testID="report">
        <Small ink="inkSoft">{report.shop}</Small>
        {report.blocks.map((block, i) => (
          <Block key={i} block={block} />
        ))}
      </Part>
      <HandOver report={report} dues={dues} nextDue={nextDue} />
      <LinkRow
        title="What is printed"
        under="Paper, sections, guarantee: chosen once for the shop"
        href="/shop/report"
        testID="to-report-ways"
      />
    </VisitScreen>
  );
}

function Block({ block }: { block: ReportBlock }) {
  switch (block.is) {
    case 'heading':
      return <Heading>{block.text}</Heading>;
    case 'text':
      return block.strong ? <Strong>{block.text}</Strong> : <Body>{block.text}</Body>;
    case 'list':
      return (
        <View style={{ gap: space.xs }}>
          {block.items.map((item) => (
            <Body key={item}>{item}</Body>
          ))}
        </View>
      );
    case 'rows':
      return (
        <View>
          {block.rows.map(([label, value], i) => (
            <Row key={i} label={label} value={value} />
          ))}
        </View>
      );
    case 'table':
      return (
        <View style={{ gap: space.s }}>
          {block.rows.map((row, i) => (
            <View key={i}>
              <Strong>{row[0]}</Strong>
              <Small>
                {row
                  .slice(1)
                  .map((text, at) => (text ? `${block.head[at + 1]?.toLowerCase() ?? ''} ${text}`.trim() : ''))
                  .filter(Boolean)
                  .join(' · ')}
              </Small>
            </View>
          ))}
        </View>
      );
    case 'strip':
      return (
        <View style={{ gap: space.xs }}>
          <Strong>{block.title}</Strong>
          <GradeStrip
            faces={block.faces.map((face) => ({ ...face, widthM: 1, wallSide: false }))}
            rows={block.rows}
            grades={block.grades}
            caption={false}
            cellHeight={40}
          />
        </View>
      );
    case 'photos':
      return <Body>{`${block.photos.length} ${block.photos.length === 1 ? 'photo' : 'photos'}.`}</Body>;
    case 'signature':
      return (
        <View style={{ gap: space.xs }}>
          <SignatureMark strokes={block.strokes} name={block.name} />
          <Strong>{block.name}</Strong>
          <Small ink="inkSoft">{block.under}</Small>
        </View>
      );
  }
}
