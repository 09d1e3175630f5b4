import { Button, Flex, IconButton, Text } from "@chakra-ui/react";
import { api, type Section } from "@map-step/contract";
import { ChevronLeft, ChevronRight, Moon, Sun, Trash2, UserRound } from "lucide-react";
import { lazy, Suspense } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { SearchButton } from "../features/search/search-button.tsx";
import { rememberSection } from "../features/sections/here.ts";
import { useSession, useSignOut } from "../features/session/session.tsx";
import { useApi } from "../kit/api.ts";
import { shortDay } from "../kit/dates.ts";
import { AWAY_IN_THE_ROOM } from "../kit/in-the-room.ts";
import { Select } from "../kit/select.tsx";
import { useColourMode } from "./colour-mode.ts";

const Live = lazy(async () => ({ default: (await import("../features/live/live.tsx")).Live }));
const Outboxes = lazy(async () => ({ default: (await import("./outboxes.tsx")).Outboxes }));

/** Moves to the same sort of page for another section, or another of its weeks. */
function SectionAndWeek({ sections, place }: { sections: readonly Section[]; place: string }) {
  const { sectionId, week } = useParams();
  const navigate = useNavigate();
  const levels = useApi(api.levels.list, {});
  const section = sections.find(({ id }) => id === sectionId);
  if (!section) return null;
  const levelName = (id: string) => levels.data?.find((level) => level.id === id)?.name ?? "";
  const at = week === undefined ? null : Number(week);
  const go = (id: string, to: number | null) => {
    rememberSection(id);
    void navigate(to === null ? `/${place}/${id}` : `/${place}/${id}/${to}`);
  };
  return (
    <Flex gap="3" align="center" wrap="wrap" minW="0">
      <Select
        label="Section"
        value={section.id}
        onChange={(id) => go(id, null)}
        choices={sections.map(({ id, levelId, name }) => [id, `${levelName(levelId)}, ${name}`])}
        size="sm"
        minW="9rem"
        maxW="full"
        fontWeight="600"
      />
      {at === null ? null : (
        <Flex align="center" gap="1" maxW="full">
          <IconButton
            size="xs"
            variant="ghost"
            aria-label="The week before"
            disabled={at <= 1}
            onClick={() => go(section.id, at - 1)}
          >
            <ChevronLeft />
          </IconButton>
          <Select
            label="Week"
            value={String(at)}
            onChange={(week) => go(section.id, Number(week))}
            choices={section.dates.map((date, index) => [
              String(index + 1),
              `Week ${index + 1}, ${shortDay(date)}`,
            ])}
            size="sm"
            minW="0"
          />
          <IconButton
            size="xs"
            variant="ghost"
            aria-label="The week after"
            disabled={at >= section.dates.length}
            onClick={() => go(section.id, at + 1)}
          >
            <ChevronRight />
          </IconButton>
        </Flex>
      )}
    </Flex>
  );
}

/** Who is signed in, and the way out. */
function Account() {
  const { person } = useSession();
  const signOut = useSignOut();
  return (
    <>
      <IconButton asChild variant="ghost" size="sm" aria-label="Bin">
        <Link to="/bin">
          <Trash2 />
        </Link>
      </IconButton>
      <Button asChild variant="ghost" size="sm" px="2" aria-label={`Account of ${person.name}`}>
        <Link to="/account">
          <UserRound />
          <Text as="span" display={{ base: "none", md: "inline" }} fontWeight="600">
            {person.name}
            <Text as="span" color="soft" fontWeight="400">
              {" "}
              {person.role}
            </Text>
          </Text>
        </Link>
      </Button>
      <Button variant="ghost" size="sm" onClick={signOut}>
        Sign out
      </Button>
    </>
  );
}

/** Above every page: which section and week it is about, the colours, and who is signed in. */
export function Header() {
  const sections = useApi(api.sections.list, {});
  const { studio } = useSession();
  const { sectionId } = useParams();
  const [, place = ""] = useLocation().pathname.split("/");
  const [mode, setMode] = useColourMode();
  const bySection = sectionId && ["lessons", "recaps", "checks"].includes(place);
  return (
    <Flex
      as="header"
      className="no-print"
      align="center"
      justify="space-between"
      wrap="wrap"
      columnGap="3"
      px={{ base: "4", md: "6" }}
      py="1.5"
      minH="12"
      borderBottomWidth="1px"
      borderColor="rule"
      css={AWAY_IN_THE_ROOM}
    >
      {bySection && sections.data ? (
        <SectionAndWeek sections={sections.data} place={place} />
      ) : (
        <Text color="soft" fontSize="sm">
          {studio?.name}
        </Text>
      )}
      <Flex align="center" gap="1">
        <Suspense fallback={null}>
          <Live />
          <Outboxes />
        </Suspense>
        <SearchButton />
        <IconButton
          variant="ghost"
          size="sm"
          aria-label={mode === "dark" ? "Light colours" : "Dark colours"}
          onClick={() => setMode(mode === "dark" ? "light" : "dark")}
        >
          {mode === "dark" ? <Sun /> : <Moon />}
        </IconButton>
        <Account />
      </Flex>
    </Flex>
  );
}
