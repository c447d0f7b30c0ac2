package trust

import (
	"bytes"
	"context"
	"time"

	"enkaustos/internal/contract"
	"enkaustos/internal/qr"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Trust answers what the contract asks of how other machines reach the school over TLS.
type Trust struct {
	// Authority is the school's own; nil where it has a certificate from elsewhere, or where
	// only this machine is served.
	Authority *Authority
	// Links are where other machines reach the server, as they are now.
	Links func(scheme string) []string
	// Fault is what keeps the certificate from being believed, as it is now; "" for nothing.
	Fault func() string
}

// GetTrust says how another machine comes to trust the server.
func (t Trust) GetTrust(context.Context, contract.GetTrustRequestObject) (contract.GetTrustResponseObject, error) {
	v := contract.Trust{Links: []string{}, Pages: []string{}, Now: time.Now()}
	if t.Links != nil {
		v.Links = append(v.Links, t.Links("https")...)
	}
	if t.Fault != nil {
		if fault := t.Fault(); fault != "" {
			v.Fault = view.Some(fault)
		}
	}
	if a := t.Authority; a != nil {
		v.Authority = &contract.TrustAuthority{Name: a.Name(), Fingerprint: a.Fingerprint(), Ends: a.Ends()}
		v.Pages = view.List(t.Links("http"), func(base string) string { return base + "/trust" })
	}
	if len(v.Pages) > 0 {
		url, err := qr.Data(v.Pages[0])
		if err != nil {
			return nil, err
		}
		v.Qr = &url
	}
	return contract.GetTrust200JSONResponse(v), nil
}

// GetAuthority is the certificate that a device is given to trust.
func (t Trust) GetAuthority(context.Context, contract.GetAuthorityRequestObject) (contract.GetAuthorityResponseObject, error) {
	if t.Authority == nil {
		return nil, school.Fault{Kind: school.NotFound, Text: "This server has no certificate of its own: it was started with one, or for this machine alone."}
	}
	der := t.Authority.DER()
	return contract.GetAuthority200ApplicationxX509CaCertResponse{Body: bytes.NewReader(der), ContentLength: int64(len(der))}, nil
}

// Known is the authority that devices of the school were asked to trust.
type Known struct {
	Fingerprint string    `json:"fingerprint"`
	Since       time.Time `json:"since,omitzero"`
	// Anew says that there was another before it.
	Anew bool `json:"anew,omitempty"`
}

// Authorities keeps it, so that the loss of one is noticed.
var Authorities = school.One[Known]("authority").Quiet()

// lossSaid is how long it is said that an authority was lost: until every device met the new one.
const lossSaid = 30 * 24 * time.Hour

// Remember keeps which authority the school has, and says so where that is another one than before; ""
// where it is the same, or the first.
func Remember(ctx context.Context, s *school.School, a *Authority) (lost string, err error) {
	now := s.Now()
	known := Authorities.The(now.Snapshot)
	if known.Fingerprint != a.Fingerprint() {
		known = Known{Fingerprint: a.Fingerprint(), Since: now.At, Anew: known.Fingerprint != ""}
		err = s.Change(ctx, func(_ school.Moment, c *school.Change) error { Authorities.Put(c, known); return nil })
	}
	if !known.Anew || now.At.Sub(known.Since) > lossSaid {
		return "", err
	}
	return "The certificate that devices trusted until " + known.Since.Local().Format("2 January 2006") + " is gone from the folder authority, and another was made: take the old one off every device, for whoever has its key can pass for this server, and trust the new one.", err
}
