import { answer, client, type Schemas } from "@/api/client";
import { useLatest } from "@/api/latest";

export type Look = Schemas["LookOut"];
export type FoodAnswer = Schemas["FoodOut"];
export type CourseAnswer = Schemas["CourseAnswer"];

export const useLook = (question: Schemas["LookIn"] | null) =>
  useLatest(
    "fire look",
    question,
    (body, signal) => answer(client.POST("/api/fire/look", { body, signal })),
    { follow: true },
  );

/** What the food feels while it is dragged: quicker than a whole look. */
export const useFood = (question: Schemas["LookIn"] | null) =>
  useLatest(
    "fire food",
    question,
    (body, signal) => answer(client.POST("/api/fire/food", { body, signal })),
    { follow: true },
  );

export const useCourse = (question: Schemas["CourseAskIn"] | null) =>
  useLatest(
    "fire course",
    question,
    (body, signal) => answer(client.POST("/api/fire/course", { body, signal })),
    { follow: true, restMs: 250 },
  );
