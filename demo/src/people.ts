import type { StaffRole, StudentContent } from "@map-step/contract";

export const DEMO_PASSWORD = "a tide comes in at six";

export const STAFF: readonly { readonly name: string; readonly email: string; readonly role: StaffRole }[] = [
  { name: "Maro Quillfeather", email: "maro@saltglass.example", role: "director" },
  { name: "Ilse Tarnbrook", email: "ilse@saltglass.example", role: "teacher" },
  { name: "Bento Haverlock", email: "bento@saltglass.example", role: "teacher" },
  { name: "Junia Reedwater", email: "junia@saltglass.example", role: "teacher" },
  { name: "Sunniva Larkfield", email: "sunniva@saltglass.example", role: "teacher" },
  { name: "Teodor Mossgate", email: "teodor@saltglass.example", role: "teacher" },
];

/** Who comes on Thursdays. */
export const THURSDAY_STUDENTS: readonly StudentContent[] = [
  { name: "Abel", role: "leader" },
  { name: "Finja", role: "leader" },
  { name: "Ludo", role: "leader" },
  { name: "Emer", role: "follower" },
  { name: "Hanno", role: "follower" },
  { name: "Nele", role: "follower" },
  { name: "Vesna", role: "follower" },
];

/** Who came a term ago. */
export const EARLIER_STUDENTS: readonly StudentContent[] = [
  { name: "Aleksi", role: "leader" },
  { name: "Brecht", role: "leader" },
  { name: "Ione", role: "both" },
  { name: "Osric", role: "leader" },
  { name: "Calla", role: "follower" },
  { name: "Edda", role: "follower" },
  { name: "Marit", role: "follower" },
  { name: "Runa", role: "follower" },
];

/** Who came to the level after that without having been in the one before. */
export const NEW_ON_TUESDAY: readonly StudentContent[] = [
  { name: "Jorun", role: "leader" },
  { name: "Tilde", role: "follower" },
];

export const STUDENTS: readonly StudentContent[] = [
  { name: "Corin", role: "leader" },
  { name: "Dunja", role: "leader" },
  { name: "Mirel", role: "leader" },
  { name: "Tovan", role: "leader" },
  { name: "Wendel", role: "leader" },
  { name: "Berrin", role: "follower" },
  { name: "Iska", role: "follower" },
  { name: "Oluna", role: "follower" },
  { name: "Pell", role: "follower" },
  { name: "Saffi", role: "follower" },
  { name: "Yarrow", role: "follower" },
];
