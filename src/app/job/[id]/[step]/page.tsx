import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { isStep } from "@/views/job/frame/steps";
import { StepView } from "@/views/job/step-view";
import { commonText } from "@/words/screens/common";
import { stepWords } from "@/words/step-words";

interface PageProps {
  params: Promise<{ id: string; step: string }>;
}

export async function generateMetadata({ params }: PageProps): Promise<Metadata> {
  const { step } = await params;
  return { title: isStep(step) ? stepWords[step].name : commonText.notFound };
}

export default async function Page({ params }: PageProps) {
  const { step } = await params;
  if (!isStep(step)) notFound();
  return <StepView step={step} />;
}
