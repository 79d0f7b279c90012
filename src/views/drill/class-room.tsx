"use client";

import { Stack } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { caseOfSource, type DrillSource, queryOfSource, type SourceIssue } from "@/core/drill/drill-source";
import { lessonOfLog } from "@/core/drill/lesson-shapes";
import { momentAt } from "@/core/readings/file/log-columns";
import { type Result, reasonOf } from "@/core/result";
import { useDrillClerk } from "@/session/drill";
import { useNewestRef } from "@/session/newest-ref";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { LogChooser } from "@/views/workshop/log-chooser";
import { customerSays, sourceSentence } from "@/words/drill";
import { caseFacts, caseName } from "@/words/drill-sheets";
import { commonText } from "@/words/screens/common";
import { classRoomText } from "@/words/screens/drill";
import { Class, type Prepared } from "./class-screen";
import { loadLessonOfJob } from "./lesson-of-job";

interface ClassRoomProps {
  asked: Result<DrillSource, SourceIssue> | null;
  jobId: string | null;
}

/** A case, a recorded test or a log before a class. */
export function ClassRoom({ asked, jobId }: ClassRoomProps) {
  const clerk = useDrillClerk();
  const figures = useFigures();
  const [prepared, setPrepared] = useState<Prepared | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const words = useNewestRef(figures);
  const askedKey = asked === null ? null : asked.ok ? queryOfSource(asked.value) : "broken";
  const begins = useNewestRef(asked);
  useEffect(() => {
    let gone = false;
    const fail = (error: unknown) => !gone && setRefused(reasonOf(error));
    const source = begins.current;
    if (source !== null && !source.ok) setRefused(sourceSentence(source.issue));
    else if (source !== null) {
      const made = caseOfSource(source.value);
      clerk.lesson(source.value).then((lesson) => {
        if (gone) return;
        if (lesson === null || !made.ok) return setRefused(classRoomText.thisCaseCannotBeCreated);
        setPrepared({
          lesson,
          code: made.value.code,
          title: caseName(made.value.code),
          facts: caseFacts(made.value, words.current),
          customer: customerSays(made.value.story),
          key: askedKey!,
          address: `/drill?${askedKey}&class=1`,
        });
      }, fail);
    } else if (jobId !== null)
      loadLessonOfJob(jobId).then((found) => {
        if (gone) return;
        if (found === null) return setRefused(classRoomText.thisJobIsUnknownOr);
        setPrepared({
          lesson: found,
          code: null,
          title: classRoomText.recordedTest,
          facts: [],
          customer: null,
          key: `job ${jobId}`,
          address: `/drill?job=${encodeURIComponent(jobId)}&class=1`,
        });
      }, fail);
    return () => {
      gone = true;
    };
  }, [askedKey, jobId, clerk]);
  if (prepared !== null) return <Class prepared={prepared} />;
  return (
    <AppFrame current="drill" title={commonText.classLabel} about="drill">
      <Stack p="4" gap="3" maxW="900px">
        {refused !== null && (
          <Notice tone="act" title={classRoomText.cannotBeShown}>
            {refused}
          </Notice>
        )}
        {asked === null && jobId === null ? (
          <LogForClass onPrepared={setPrepared} />
        ) : (
          refused === null && (
            <Text role="status" fontSize="lg">
              {classRoomText.standardTestSequence}
            </Text>
          )
        )}
      </Stack>
    </AppFrame>
  );
}

/** A log of real instruments, replayed before the class. */
function LogForClass({ onPrepared }: { onPrepared: (prepared: Prepared) => void }) {
  return (
    <Card title={classRoomText.logForAClass}>
      <Text fontSize="md">{classRoomText.replaysALogOfReal}</Text>
      <LogChooser
        act={commonText.show}
        onLog={(name, log) => {
          const moments = Array.from({ length: log.count }, (_, i) => momentAt(log, i));
          onPrepared({
            lesson: lessonOfLog(moments),
            code: null,
            title: classRoomText.aLog,
            facts: [],
            customer: null,
            key: `log ${name}`,
            address: "/drill?class=1",
          });
        }}
      />
    </Card>
  );
}
