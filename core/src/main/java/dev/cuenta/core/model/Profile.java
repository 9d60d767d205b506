package dev.cuenta.core.model;

/** A one-to-one group of fields, made together with the account. */
public record Profile(String name, String label) {}
