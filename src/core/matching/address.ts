import addresses from "email-addresses";

/**
 * Whether an address can be written to as it stands: one mailbox by RFC 5322 (read by the email-addresses package),
 * without a display name, at a domain with a dot. It says nothing about whether somebody reads it.
 */
export function isGoodAddress(address: string): boolean {
  if (address.length > MAX_ADDRESS_LENGTH || /[\s<>,;]/.test(address)) return false;
  const parsed = addresses.parseOneAddress(address);
  return parsed?.type === "mailbox" && parsed.name === null && /^[^.]+(\.[^.]+)+$/.test(parsed.domain);
}

/** RFC 5321, section 4.5.3.1.3, less the angle brackets. */
const MAX_ADDRESS_LENGTH = 254;
