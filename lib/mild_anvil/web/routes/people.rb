# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Who works here, and the keys for scripts.
      module People
        def self.registered(app)
          app.operation("people") { |_| json(Actions::ManagePeople.list) }
          app.operation("firstAdministrator") do |given|
            added = Actions::FirstAdministrator.call(**given.body.slice(:name, :login)) do
              SignIn.password_hash(given.body[:password])
            end
            json(Actions::ManagePeople.row(added), status: 201)
          end
          app.operation("addPerson") do |given|
            added = Actions::ManagePeople.add(**PasswordParam.hashed(given.body), by: person_id)
            json(Actions::ManagePeople.row(added), status: 201)
          end
          app.operation("changePerson") do |given|
            changed = Actions::ManagePeople.change(id: given.id, by: person_id, version: given.body[:version],
                                                   values: PasswordParam.hashed(given.body.except(:version)))
            json(Actions::ManagePeople.row(changed))
          end
          app.operation("askSecondFactor") do |given|
            json({ asked_of: Actions::SecondFactor.ask(roles: given.body[:roles], person_id: person_id) })
          end
          tokens(app)
        end

        def self.tokens(app)
          app.operation("tokens") { |_| json(Actions::Tokens.list(person_id: person_id)) }
          app.operation("issueToken") do |given|
            token, key = Actions::Tokens.issue(person_id: person_id, made_with: @key, **given.body)
            json(Actions::Tokens.row(token).merge(key: key), status: 201)
          end
          app.operation("revokeToken") do |given|
            Actions::Tokens.revoke(id: given.id, person_id: person_id)
            json(Actions::Tokens.list(person_id: person_id))
          end
        end
        private_class_method :tokens
      end
    end
  end
end
