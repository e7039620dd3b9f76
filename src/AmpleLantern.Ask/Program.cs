using System.Text;
using AmpleLantern.Core.Screening;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;

using var input = new StreamReader(Console.OpenStandardInput(), Encoding.UTF8);
using var output = new StreamWriter(Console.OpenStandardOutput(), new UTF8Encoding(false));

// One question on standard input, one answer on standard output; see docs/ask.md.
var (exit, json) = AskProgram.Ask(
    args.FirstOrDefault() ?? "",
    await input.ReadToEndAsync(),
    () => new Answers(KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([]))
);
await output.WriteLineAsync(json);
return exit;
