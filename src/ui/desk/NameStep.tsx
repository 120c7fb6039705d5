"use client";
import Link from "next/link";
import { Button, Form } from "react-bootstrap";
import { FormProvider } from "react-hook-form";
import * as z from "zod";
import { changeSettings } from "@/core/change/changeSettings";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { FormField } from "@/ui/shared/form/FormField";
import { useCheckedForm } from "@/ui/shared/form/useCheckedForm";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

const senderSchema = z.object({
  teacherName: z.string().trim().min(1, "Letters are signed with your name."),
  schoolName: z.string().trim(),
  teacherAddress: z
    .string()
    .trim()
    .refine((address) => address === "" || isGoodAddress(address), {
      message: "It should look like name@school.example.",
    }),
});
type Sender = z.infer<typeof senderSchema>;

/** Who the letters are from: asked for on the desk until it is known. */
export function NameStep() {
  const { world } = useVine();
  const change = useChange();
  const { teacherName, schoolName, teacherAddress } = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const form = useCheckedForm<Sender>(senderSchema, { teacherName, schoolName, teacherAddress });
  if (teacherName) {
    return (
      <p className="mb-0" data-private>
        {[teacherName, schoolName, teacherAddress].filter(Boolean).join(", ")}.{" "}
        <Link href="/settings">Change it in Settings</Link>
      </p>
    );
  }
  const keep = form.handleSubmit(async (sender) => {
    if (
      await change((now) => changeSettings(now, sender), "Your name and school are kept; letters are signed with them.")
    )
      form.reset(sender);
  });
  return (
    <FormProvider {...form}>
      <Form className="name-step" noValidate onSubmit={keep}>
        <FormField<Sender> name="teacherName" label="Your name" autoComplete="name" />
        <FormField<Sender> name="schoolName" label="School" autoComplete="organization" />
        <FormField<Sender> name="teacherAddress" label="Your address, for replies" type="email" autoComplete="email" />
        <Button type="submit">Keep</Button>
      </Form>
    </FormProvider>
  );
}
