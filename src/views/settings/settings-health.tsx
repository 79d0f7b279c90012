"use client";

import { Flex } from "@chakra-ui/react";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { saveTextFile } from "@/services/save-file";
import { useSettingsHealth } from "@/session/choices";
import { replaceUnreadableChoices } from "@/session/records/choices";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { settingsIssueSentence, settingsWords, unreadableSettingsSentence } from "@/words/settings";

/** Names stored settings that cannot be read, offers them as a file, and replaces them on request. */
export function SettingsHealth() {
  const health = useSettingsHealth();
  const [failure, setFailure] = useState<string | null>(null);
  if (health === null || (health.issue === null && health.unreadable.length === 0)) return null;
  const { issue, unreadable, text } = health;
  const save = () => saveTextFile("evrid-settings.json", text ?? "");
  const replace = () => {
    save();
    return replaceUnreadableChoices().then(
      () => setFailure(null),
      (error: unknown) => setFailure(reasonOf(error)),
    );
  };
  return (
    <Notice tone="act" title={settingsWords.unreadable}>
      {issue === null ? unreadableSettingsSentence(unreadable) : settingsIssueSentence(issue)}
      <Flex gap="2" mt="2" wrap="wrap">
        <BenchButton kind="quiet" onClick={save}>
          {settingsWords.save}
        </BenchButton>
        {issue !== null && (
          <BenchButton kind="quiet" onClick={replace}>
            {settingsWords.replace}
          </BenchButton>
        )}
      </Flex>
      {failure}
    </Notice>
  );
}
