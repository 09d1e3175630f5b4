import { Box, Flex, Text } from "@chakra-ui/react";
import {
  CalendarClock,
  CalendarDays,
  Check,
  Clock,
  Footprints,
  type LucideIcon,
  NotebookText,
  Route,
  SlidersHorizontal,
  Users,
  Waypoints,
} from "lucide-react";
import { lazy, Suspense } from "react";
import { Link, NavLink, Outlet } from "react-router";
import { Walk } from "../features/tour/tour.tsx";
import { AWAY_IN_THE_ROOM } from "../kit/in-the-room.ts";
import { SHORT_SCREEN } from "../kit/page.tsx";
import { Header } from "./header.tsx";

const PasswordAgain = lazy(async () => ({
  default: (await import("../kit/password-again.tsx")).PasswordAgain,
}));

const PLACES: readonly { to: string; name: string; icon: LucideIcon }[] = [
  { to: "/", name: "Today", icon: CalendarClock },
  { to: "/figures", name: "Figures", icon: Footprints },
  { to: "/step-map", name: "Step map", icon: Waypoints },
  { to: "/levels", name: "Levels", icon: SlidersHorizontal },
  { to: "/timetable", name: "Timetable", icon: CalendarDays },
  { to: "/lessons", name: "Lessons", icon: Clock },
  { to: "/sequences", name: "Sequences", icon: Route },
  { to: "/recaps", name: "Recaps", icon: NotebookText },
  { to: "/checks", name: "Checks", icon: Check },
  { to: "/staff", name: "Staff", icon: Users },
];

function Rail() {
  return (
    <Flex
      as="nav"
      aria-label="Main"
      className="no-print"
      direction={{ base: "row", md: "column" }}
      bg="rail"
      color="onSolid"
      w={{ base: "full", md: "88px" }}
      flexShrink="0"
      position={{ base: "fixed", md: "sticky" }}
      bottom={{ base: "0", md: "auto" }}
      top={{ md: "0" }}
      h={{ md: "100dvh" }}
      zIndex="docked"
      overflowX="auto"
      css={{ [SHORT_SCREEN]: { position: { base: "static", md: "sticky" } }, ...AWAY_IN_THE_ROOM }}
    >
      <Text
        asChild
        display={{ base: "none", md: "block" }}
        fontFamily="heading"
        fontWeight="700"
        fontSize="lg"
        lineHeight="1"
        textAlign="center"
        py="5"
      >
        <Link to="/">
          Map
          <br />
          Step
        </Link>
      </Text>
      {PLACES.map(({ to, name, icon: Icon }) => (
        <Flex
          key={to}
          asChild
          direction="column"
          align="center"
          justify="center"
          gap="1"
          py={{ base: "2", md: "2.5" }}
          px="1"
          flex={{ base: "1", md: "none" }}
          fontSize={{ base: "xs", md: "sm" }}
          whiteSpace="nowrap"
          borderLeftWidth={{ md: "4px" }}
          borderColor="transparent"
          _currentPage={{ bg: "railHere", fontWeight: "700", borderColor: "apricot" }}
          _hover={{ bg: "railHere" }}
          _focusVisible={{ outlineColor: "onSolid", outlineOffset: "-3px" }}
        >
          <NavLink to={to} end={to === "/"}>
            <Icon size={21} strokeWidth={1.75} aria-hidden />
            {name}
          </NavLink>
        </Flex>
      ))}
    </Flex>
  );
}

/** The frame of every signed-in page: the rail in the order of the job, the header, the page. */
export function Shell() {
  return (
    <Flex minH="100dvh" direction={{ base: "column", md: "row" }}>
      <Box
        asChild
        position="absolute"
        left="2"
        top="-12"
        zIndex="tooltip"
        px="3"
        py="2"
        bg="panel"
        borderRadius="md"
        fontWeight="700"
        _focusVisible={{ top: "2" }}
      >
        <a href="#page">Skip to the page</a>
      </Box>
      <Rail />
      <Flex direction="column" flex="1" minW="0" pb={{ base: "16", md: "0" }} _print={{ pb: "0" }}>
        <Header />
        <Box
          as="main"
          id="page"
          tabIndex={-1}
          outline="none"
          flex="1"
          minW="0"
          px={{ base: "4", md: "6" }}
          pt="4"
          pb="8"
          _print={{ pb: "0" }}
        >
          <Outlet />
        </Box>
        <Suspense>
          <PasswordAgain />
        </Suspense>
        <Walk />
      </Flex>
    </Flex>
  );
}
