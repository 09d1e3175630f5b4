import { Flex } from "@chakra-ui/react";
import { api, type PublicRecap } from "@map-step/contract";
import { blocksFor } from "@map-step/core/recap";
import { useState } from "react";
import { useApi } from "../../kit/api.ts";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { longDay } from "../../kit/dates.ts";
import { writeAs } from "../../kit/locale-format.ts";
import { isDeadLink, PublicFoot, PublicFrame, PublicHead } from "../../kit/public-sheet.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useShownFigures } from "../figures/shown.ts";
import { LiveSequence } from "../sequences/live-sequence.tsx";
import { RecapText } from "./document.tsx";
import { CountsOnly, LiveFigure } from "./live-figure.tsx";

function Sheet({ recap }: { recap: PublicRecap }) {
  writeAs(recap.localeFormat);
  const [role, setRole] = useState<"leader" | "follower" | null>(null);
  const library = useShownFigures(recap.figures, recap.dance);
  return (
    <>
      <PublicHead
        studioName={recap.studioName}
        title={recap.title}
        about={`${recap.subtitle}; ${longDay(recap.date)}`}
      />
      <Flex className="no-print" mb="4">
        <ChoiceButtons
          label="For"
          choices={[
            { value: "both", label: "both roles" },
            { value: "leader", label: "leaders" },
            { value: "follower", label: "followers" },
          ]}
          isChosen={(one) => one === (role ?? "both")}
          onChoose={(one) => setRole(one === "both" ? null : (one as "leader" | "follower"))}
        />
      </Flex>
      <RecapText
        blocks={blocksFor(recap.document.content, role)}
        drawLive={(node) => {
          if (node.type === "sequence") {
            const shown = recap.sequences.find(({ id }) => id === node.attrs.sequenceId);
            return shown ? (
              <LiveSequence content={shown.content} library={library} />
            ) : (
              <CountsOnly {...node.attrs} />
            );
          }
          const { type, attrs } = node;
          const figure = library.figureOf(attrs.figureId);
          return figure ? (
            <LiveFigure show={type} figure={figure} name={attrs.name} dance={recap.dance} role={role} />
          ) : (
            <CountsOnly name={attrs.name} counts={attrs.counts} />
          );
        }}
      />
      <PublicFoot />
    </>
  );
}

/** The recap as anyone with the link reads it: on a phone, on paper, without signing in. */
export function PublicRecapPage({ secret }: { secret: string }) {
  const recap = useApi(api.recaps.readPublic, { params: { secret } });
  return (
    <PublicFrame maxW="44rem">
      {isDeadLink(recap.error?.problem.status) ? (
        <Empty title="No recap here">
          Perhaps a piece of the link was cut off, or the recap is not published any more. Ask your teacher
          for the link once more.
        </Empty>
      ) : (
        <Loaded all={[recap]}>{(current) => <Sheet recap={current} />}</Loaded>
      )}
    </PublicFrame>
  );
}
