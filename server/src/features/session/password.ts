import { dictionary } from "@zxcvbn-ts/language-common";
import { invalid } from "../../http/problems.ts";

const common = new Set(dictionary["passwords-common"]);

/** Why a password is not taken; `null` when it is. Its length is the contract's business. */
export function weakness(password: string, email: string): string | null {
  const word = password.trim().toLowerCase();
  const [name = ""] = email.split("@");
  if (word === email || word === name || (name.length >= 4 && word.replaceAll(/[^a-z]/g, "") === name))
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
