using System.Text;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;

// One question on standard input, one answer on standard output; see docs/ask.md.
using var input = new StreamReader(Console.OpenStandardInput(), Encoding.UTF8);
var (exit, json) = AskDoor.Ask(
    args.FirstOrDefault() ?? "", await input.ReadToEndAsync(), () => new Answers(KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([])));
using var output = new StreamWriter(Console.OpenStandardOutput(), new UTF8Encoding(false));
await output.WriteLineAsync(json);
return exit;
