import type { Field } from "../api/model.ts";

type InputType = "text" | "email" | "tel" | "url" | "number" | "date" | "datetime-local";

/** The type of each control that is an `input`; null for those that are drawn otherwise. A new control does not compile until it is here. */
export const INPUT_TYPE: Record<Field["control"], InputType | null> = {
  text: "text",
  email: "email",
  tel: "tel",
  url: "url",
  number: "number",
  date: "date",
  "datetime-local": "datetime-local",
  textarea: null,
  list: null,
  json: null,
  checkbox: null,
  select: null,
  account: null,
  picture: null,
};
