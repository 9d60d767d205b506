package dev.cuenta.cli;

import dev.cuenta.cli.account.AccountsCommand;
import dev.cuenta.cli.account.FirstAdministratorCommand;
import dev.cuenta.cli.activity.ActivityCommand;
import dev.cuenta.cli.confirmation.ConfirmationsCommand;
import dev.cuenta.cli.credential.CredentialsCommand;
import dev.cuenta.cli.job.JobsCommand;
import dev.cuenta.cli.model.ModelCommand;
import dev.cuenta.cli.retention.RetentionCommand;
import dev.cuenta.cli.role.RolesCommand;
import dev.cuenta.cli.sample.SampleCommand;
import dev.cuenta.cli.sample.SeedCommand;
import dev.cuenta.cli.secondfactor.SecondFactorCommand;
import dev.cuenta.cli.secret.SecretsCommand;
import dev.cuenta.cli.session.PasswordCommand;
import dev.cuenta.cli.session.SessionsCommand;
import dev.cuenta.cli.session.SignInCommand;
import dev.cuenta.cli.session.SignOutCommand;
import dev.cuenta.cli.session.WhoAmICommand;
import dev.cuenta.cli.sharing.ServicesCommand;
import dev.cuenta.cli.sharing.TypesCommand;
import dev.cuenta.cli.shell.CompletionCommand;
import dev.cuenta.cli.shell.ManualCommand;
import dev.cuenta.cli.tenant.TenantsCommand;
import dev.cuenta.cli.token.TokensCommand;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.IFactory;

/** The terminal client. */
@Command(
        name = "cuenta",
        mixinStandardHelpOptions = true,
        version = "cuenta 0.1.0",
        description = "Declares what an account is, and keeps the accounts for every service.",
        footerHeading = "%nExit status:%n",
        footer = {
            "  0  done",
            "  1  refused: the message says why and what to do",
            "  2  wrong use of the command",
            "  3  the service cannot be reached",
            "  4  a fault of Cuenta's own",
            "",
            "More: cuenta help COMMAND. Completion of commands in your shell: cuenta completion --help",
            "Settings: --url and --tenant, or CUENTA_URL and CUENTA_TENANT, or a properties file named by",
            "CUENTA_CONFIG (otherwise ~/.config/cuenta/cuenta.properties)."
        })
public final class Cuenta implements CommandGroup {
    private static final Set<String> VERSION = Set.of("-V", "--version");
    private static final int WIDTH = 100;

    private Cuenta() {}

    public static void main(String[] arguments) {
        String[] asked = withHelp(arguments);
        System.exit(commandLine(System.getenv(), asked).execute(asked));
    }

    /** {@code cuenta help accounts list} is {@code cuenta accounts list --help}. */
    static String[] withHelp(String... arguments) {
        return arguments.length > 0 && arguments[0].equals("help")
                ? Stream.concat(Arrays.stream(arguments).skip(1), Stream.of("--help"))
                        .toArray(String[]::new)
                : arguments;
    }

    /** The command with all of its parts. */
    public static CommandLine whole() {
        IFactory parts = new Parts(new Settings(Map.of()));
        CommandLine all = new CommandLine(new Cuenta(), parts);
        addAll(all, parts);
        return settled(all);
    }

    private static CommandLine settled(CommandLine command) {
        return command.setUsageHelpAutoWidth(false).setUsageHelpWidth(WIDTH);
    }

    private static void addAll(CommandLine group, IFactory parts) {
        if (group.getCommand() instanceof CommandGroup holder) {
            new TreeMap<>(holder.commands()).forEach((name, type) -> {
                CommandLine command = new CommandLine(type, parts);
                addAll(command, parts);
                group.addSubcommand(name, command);
            });
        }
    }

    @Override
    public Map<String, Class<?>> commands() {
        return Map.ofEntries(
                Map.entry("model", ModelCommand.class),
                Map.entry("accounts", AccountsCommand.class),
                Map.entry("confirmations", ConfirmationsCommand.class),
                Map.entry("credentials", CredentialsCommand.class),
                Map.entry("retention", RetentionCommand.class),
                Map.entry("first-administrator", FirstAdministratorCommand.class),
                Map.entry("seed", SeedCommand.class),
                Map.entry("sample", SampleCommand.class),
                Map.entry("password", PasswordCommand.class),
                Map.entry("sign-in", SignInCommand.class),
                Map.entry("sign-out", SignOutCommand.class),
                Map.entry("roles", RolesCommand.class),
                Map.entry("types", TypesCommand.class),
                Map.entry("tenants", TenantsCommand.class),
                Map.entry("activity", ActivityCommand.class),
                Map.entry("jobs", JobsCommand.class),
                Map.entry("second-factor", SecondFactorCommand.class),
                Map.entry("secrets", SecretsCommand.class),
                Map.entry("services", ServicesCommand.class),
                Map.entry("sessions", SessionsCommand.class),
                Map.entry("tokens", TokensCommand.class),
                Map.entry("whoami", WhoAmICommand.class),
                Map.entry("completion", CompletionCommand.class),
                Map.entry("manual", ManualCommand.class));
    }

    /** The command with those of its parts that the arguments are about. */
    public static CommandLine commandLine(Map<String, String> environment, String... arguments) {
        IFactory parts = new Parts(new Settings(environment));
        CommandLine commandLine = new CommandLine(new Cuenta(), parts);
        addCommands(commandLine, List.of(arguments), parts);
        return settled(commandLine)
                .setExecutionExceptionHandler(new Refusals())
                .setCaseInsensitiveEnumValuesAllowed(true);
    }

    /**
     * Reading the annotations of every command takes longer than most commands do; so only the called one's are read, and where that is
     * a group, or none that there is, those beside it, which help and advice name.
     */
    private static void addCommands(CommandLine group, List<String> arguments, IFactory parts) {
        if (!(group.getCommand() instanceof CommandGroup holder)) {
            return;
        }
        Map<String, Class<?>> all = new TreeMap<>(holder.commands());
        String called = arguments.isEmpty() ? "" : arguments.get(0);
        boolean known = all.containsKey(called);
        if (known) {
            CommandLine command = new CommandLine(all.get(called), parts);
            addCommands(command, arguments.subList(1, arguments.size()), parts);
            group.addSubcommand(called, command);
        } else if (!VERSION.contains(called)) {
            all.forEach((name, type) -> group.addSubcommand(name, new CommandLine(type, parts)));
        }
    }
}
