package dev.cuenta.cli.tenant;

import dev.cuenta.cli.CommandGroup;
import dev.cuenta.cli.invitation.AcceptCommand;
import dev.cuenta.cli.invitation.InvitationsCommand;
import dev.cuenta.cli.invitation.InviteCommand;
import dev.cuenta.cli.invitation.SendCommand;
import dev.cuenta.cli.invitation.WithdrawCommand;
import dev.cuenta.cli.membership.JoinCommand;
import dev.cuenta.cli.membership.LeaveCommand;
import dev.cuenta.cli.membership.MoveCommand;
import java.util.Map;
import picocli.CommandLine.Command;

/** Groups what is done with tenants and those who belong to them. */
@Command(
        name = "tenants",
        mixinStandardHelpOptions = true,
        description =
                "See, fill, rename, suspend, archive and remove tenants; invite people, and say who joins and leaves.")
public final class TenantsCommand implements CommandGroup {
    @Override
    public Map<String, Class<?>> commands() {
        return Map.ofEntries(
                Map.entry("list", ListCommand.class),
                Map.entry("show", ShowCommand.class),
                Map.entry("add", AddCommand.class),
                Map.entry("set", SetCommand.class),
                Map.entry("rename", RenameCommand.class),
                Map.entry("suspend", SuspendCommand.class),
                Map.entry("resume", ResumeCommand.class),
                Map.entry("archive", ArchiveCommand.class),
                Map.entry("restore", RestoreCommand.class),
                Map.entry("remove", RemoveCommand.class),
                Map.entry("invite", InviteCommand.class),
                Map.entry("invitations", InvitationsCommand.class),
                Map.entry("send", SendCommand.class),
                Map.entry("withdraw", WithdrawCommand.class),
                Map.entry("accept", AcceptCommand.class),
                Map.entry("join", JoinCommand.class),
                Map.entry("leave", LeaveCommand.class),
                Map.entry("move", MoveCommand.class),
                Map.entry("use", UseCommand.class),
                Map.entry("limit", LimitCommand.class),
                Map.entry("domains", DomainsCommand.class),
                Map.entry("demand", DemandCommand.class));
    }
}
