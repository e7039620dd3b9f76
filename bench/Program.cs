Console.WriteLine("see below");
