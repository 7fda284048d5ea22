"""Names of the standards, of 1EdTech's: LTI Core 1.3, Deep Linking 2.0, Assignment and Grade Services 2.0, Names and
Role Provisioning Services 2.0, Dynamic Registration 1.0; and of what Unvo adds to them (docs/links.md)."""

CLAIM = "https://purl.imsglobal.org/spec/lti/claim/"
DEEP = "https://purl.imsglobal.org/spec/lti-dl/claim/"
AGS_CLAIM = "https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"
NRPS_CLAIM = "https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice"
OURS = "urn:unvo:lti:"
"""What Unvo adds is named so, and may be left aside by anybody."""

VERSION = "1.3.0"
LAUNCH = "LtiResourceLinkRequest"
PICK = "LtiDeepLinkingRequest"
PICKED = "LtiDeepLinkingResponse"

MEMBER = "http://purl.imsglobal.org/vocab/lis/v2/membership#"
LEARNER = MEMBER + "Learner"
INSTRUCTOR = MEMBER + "Instructor"
ASSISTANT = "http://purl.imsglobal.org/vocab/lis/v2/membership/Instructor#TeachingAssistant"
SECTION_TYPE = "http://purl.imsglobal.org/vocab/lis/v2/course#CourseSection"

_AGS = "https://purl.imsglobal.org/spec/lti-ags/scope/"
LINE_ITEMS = _AGS + "lineitem"
LINE_ITEMS_READ = _AGS + "lineitem.readonly"
RESULTS_READ = _AGS + "result.readonly"
SCORES = _AGS + "score"
MEMBERS_READ = "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly"
ACCESS = OURS + "scope:access"
SCOPES = (LINE_ITEMS, LINE_ITEMS_READ, RESULTS_READ, SCORES, MEMBERS_READ, ACCESS)

LINE_ITEM_TYPE = "application/vnd.ims.lis.v2.lineitem+json"
LINE_ITEMS_TYPE = "application/vnd.ims.lis.v2.lineitemcontainer+json"
SCORE_TYPE = "application/vnd.ims.lis.v1.score+json"
RESULTS_TYPE = "application/vnd.ims.lis.v2.resultcontainer+json"
MEMBERS_TYPE = "application/vnd.ims.lti-nrps.v2.membershipcontainer+json"

TOOL_CONFIGURATION = "https://purl.imsglobal.org/spec/lti-tool-configuration"
PLATFORM_CONFIGURATION = "https://purl.imsglobal.org/spec/lti-platform-configuration"
ASSERTION_TYPE = "urn:ietf:params:oauth:client-assertion-type:jwt-bearer"

VARIABLES = (
    "User.id",
    "Person.name.full",
    "Person.email.primary",
    "Context.id",
    "Context.title",
    "Context.label",
    "CourseSection.sourcedId",
    "CourseSection.title",
    "ResourceLink.id",
    "ResourceLink.title",
    "ResourceLink.available.startDateTime",
    "ResourceLink.available.endDateTime",
    "ResourceLink.submission.startDateTime",
    "ResourceLink.submission.endDateTime",
    "LineItem.resultValue.max",
)
"""What is put into custom parameters."""
