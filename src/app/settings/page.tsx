import { SettingsPlace } from "@/places/settings/SettingsPlace";

export default function Page() {
  return <SettingsPlace />;
}
