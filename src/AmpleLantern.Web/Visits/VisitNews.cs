using AmpleLantern.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.SignalR;

namespace AmpleLantern.Web.Visits;

/// <summary>Pages that have a visit open, in a group each. They are told that it moved on and look for themselves what it is now.</summary>
[Authorize(Policy = Policies.Treat)]
public sealed class VisitHub : Hub
{
    public Task Watch(Guid visitId) => Groups.AddToGroupAsync(Context.ConnectionId, VisitNews.Group(visitId));

    public Task Leave(Guid visitId) => Groups.RemoveFromGroupAsync(Context.ConnectionId, VisitNews.Group(visitId));
}

/// <summary>Tells the pages that have a visit open what happened to it.</summary>
public sealed class VisitNews(IHubContext<VisitHub> hub)
{
    public static string Group(Guid visitId) => $"visit-{visitId}";

    /// <summary>Something was noted while giving.</summary>
    public Task Noted(Guid visitId) => hub.Clients.Group(Group(visitId)).SendAsync("noted", visitId);

    /// <summary>The visit itself was changed.</summary>
    public Task Changed(Guid visitId) => hub.Clients.Group(Group(visitId)).SendAsync("changed", visitId);
}
