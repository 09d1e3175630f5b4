import type { ComponentProps } from "react";
import { TextField } from "./fields.tsx";

type Rest = Partial<ComponentProps<typeof TextField>>;

/** The address that an account is known by. */
export const EmailField = (props: Rest) => <TextField label="Email address" type="email" {...props} />;

/** A password, new or in use. */
export const PasswordField = (props: Rest) => <TextField label="Password" type="password" {...props} />;

/** What a new password has to be, as the contract asks. */
export const NEW_PASSWORD = "At least 12 characters";
