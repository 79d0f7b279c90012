"use client";

import { Grid } from "@chakra-ui/react";
import { type Choices, techniciansOf } from "@/core/records/choices";
import { keepChoices } from "@/session/choices";
import { Card } from "@/ui/card";
import { DayField } from "@/ui/fields/day-field";
import { TextField } from "@/ui/fields/text-field";
import { certificateOf, papersWords } from "@/words/settings";

const equipment = ["machine", "scale"] as const;

/** Details of the report: certificates, registration, equipment with last check. */
export function PapersCard({ choices }: { choices: Choices }) {
  return (
    <Card title={papersWords.title}>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} gap="3">
        {techniciansOf(choices).map((name) => (
          <TextField
            key={name}
            label={certificateOf(name)}
            value={choices.certificates[name] ?? ""}
            onChange={(number) =>
              keepChoices((now) => ({ certificates: { ...now.certificates, [name]: number.slice(0, 100) } }))
            }
          />
        ))}
        <TextField
          label={papersWords.registration}
          value={choices.registration}
          hint={papersWords.registrationHint}
          onChange={(registration) => keepChoices({ registration: registration.slice(0, 100) })}
        />
        {equipment.map((which) => (
          <Grid key={which} templateColumns={{ base: "minmax(0, 1fr)", sm: "1.6fr 1fr" }} gap="3">
            <TextField
              label={papersWords[which]}
              value={choices.equipment[which].name}
              hint={papersWords.equipmentHint}
              onChange={(name) =>
                keepChoices((now) => ({
                  equipment: { ...now.equipment, [which]: { ...now.equipment[which], name: name.slice(0, 200) } },
                }))
              }
            />
            <DayField
              label={papersWords.checked}
              value={choices.equipment[which].checkedOn}
              onChange={(checkedOn) =>
                keepChoices((now) => ({
                  equipment: { ...now.equipment, [which]: { ...now.equipment[which], checkedOn } },
                }))
              }
            />
          </Grid>
        ))}
      </Grid>
    </Card>
  );
}
