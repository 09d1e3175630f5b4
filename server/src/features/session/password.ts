import { dictionary } from "@zxcvbn-ts/language-common";
import { invalid } from "../../http/problems.ts";

const common = new Set(dictionary["passwords-common"]);

const plain = (text: string): string => text.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, "");
/** What is added to an address is a password of its own only if it is as long as this. */
const OWN_LENGTH = 8;

/** What is left of a password without the address that it is for, and the parts of that; all of it without any. */
function withoutAddress(password: string, email: string): string {
  const [name = "", domain = ""] = email.split("@");
  const parts = [email, name, ...name.split(/[^\p{L}]+/u), ...domain.split(".")]
    .map(plain)
    .filter((part) => part.length >= 4)
    .toSorted((a, b) => b.length - a.length);
  return parts.reduce((rest, part) => rest.replaceAll(part, ""), plain(password));
}

/** Why a password is not taken; `null` when it is. Its length is the contract's business. */
export function weakness(password: string, email: string): string | null {
  const word = password.trim().toLowerCase();
  const [name = ""] = email.split("@");
  const rest = withoutAddress(word, email);
  const isAdded = rest.length < plain(word).length && rest.length < OWN_LENGTH;
  if (word === email || word === name || isAdded)
    return "Not the email address itself; take words that nobody would guess";
  // What most people add to a common word, so that it counts as another, makes it no harder to guess.
  const bare = word.replace(/[^a-z]+$/, "");
  if (common.has(word) || common.has(bare) || new Set(word).size < 4)
    return "Too many people use this one; take a few words that nobody would guess";
  return null;
}

/** @throws a problem at the field that holds the password */
export function refuseWeak(password: string, email: string, path = "password"): void {
  const message = weakness(password, email);
  if (message !== null) throw invalid([{ path, message }]);
}
