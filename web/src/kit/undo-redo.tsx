import { IconButton } from "@chakra-ui/react";
import { Redo2, Undo2 } from "lucide-react";

interface Props {
  readonly edit: {
    readonly canUndo: boolean;
    readonly canRedo: boolean;
    readonly undo: () => void;
    readonly redo: () => void;
  };
}

/** One change back, and forward again. */
export const UndoRedo = ({ edit }: Props) => (
  <>
    <IconButton variant="outline" bg="panel" aria-label="Undo" disabled={!edit.canUndo} onClick={edit.undo}>
      <Undo2 />
    </IconButton>
    <IconButton variant="outline" bg="panel" aria-label="Redo" disabled={!edit.canRedo} onClick={edit.redo}>
      <Redo2 />
    </IconButton>
  </>
);
