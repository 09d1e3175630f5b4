import { useCallback, useEffect, useState } from "react";

/** The device's own voice, where it has one. */
export interface Voice {
  readonly isThere: boolean;
  /** Says something at once, in place of what is being said. */
  readonly say: (text: string) => void;
}

/** Faster than talk, so that a count is over before the next. */
const RATE = 1.4;

export function useVoice(): Voice {
  const [isThere, setIsThere] = useState(false);
  useEffect(() => {
    if (typeof speechSynthesis === "undefined") return;
    const look = () => setIsThere(speechSynthesis.getVoices().length > 0);
    look();
    speechSynthesis.addEventListener("voiceschanged", look);
    return () => {
      speechSynthesis.removeEventListener("voiceschanged", look);
      speechSynthesis.cancel();
    };
  }, []);
  const say = useCallback((text: string) => {
    if (typeof speechSynthesis === "undefined") return;
    const spoken = new SpeechSynthesisUtterance(text);
    spoken.rate = RATE;
    spoken.lang = "en";
    speechSynthesis.cancel();
    speechSynthesis.speak(spoken);
  }, []);
  return { isThere, say };
}
