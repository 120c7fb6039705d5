import type { LetterDraft, senderOf } from "@/core/delivery/preparedRound";
import type { Round } from "@/core/delivery/round";
import type { summaryLetter } from "@/core/delivery/summaryLetter";
import type { RoundBegun } from "@/workers/engine/roundInMaking";

/** What a round keeps of how its letters were made: whom they are to, in words, and what was seen before. */
export function aboutRound({
  sentence,
  summary,
  check,
  brothersAndSisters,
}: RoundBegun): Pick<Round, "sentence" | "summary" | "acceptedCautions" | "brothersAndSisters"> {
  return {
    sentence,
    summary,
    acceptedCautions: check.findings.flatMap(({ finding, title }) =>
      finding.severity === "line" ? [] : finding.meant ? `${title} (meant: ${finding.meant})` : title,
    ),
    ...(Object.keys(brothersAndSisters).length > 0 && { brothersAndSisters }),
  };
}

/** The teacher's copy of a round; it is about nobody. */
export function copyToTeacher(
  name: string,
  { from }: Pick<ReturnType<typeof senderOf>, "from">,
  summary: ReturnType<typeof summaryLetter>,
): LetterDraft {
  return {
    ...{ studentId: "", studentName: "", classId: "", className: "", reason: "Your copy of the round" },
    recipient: { kind: "teacher", id: "teacher", ...from, name },
    ...summary,
  };
}
