package dev.cuenta.core.sharing;

/**
 * One thing that a service needs and the live model does not give it any more.
 *
 * @param pointer JSON Pointer (RFC 6901) into the contract that the service's team keeps
 * @param detail what is missing, and since when it may matter, for a person
 */
public record Gap(String pointer, String detail) {}
