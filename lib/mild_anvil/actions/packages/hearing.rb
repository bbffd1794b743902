# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # What a package says that people did: believed where an installation vouches for it that is believed here, and
      # never in the name of somebody who works here, nor against what is here. The rest is kept as said, and counts for
      # nothing until somebody takes it over. What stands in its table without proof is marked.
      class Hearing
        SAID = :said
        Tables = Store::CarriedTables
        IN_A_NAME = "in the name of somebody who works here, and not made here"
        NOBODY_VOUCHES = "nobody that is believed here vouches for it"
        AGAINST = "it would end or replace what is here"
        FOLLOWS = "it follows from what is only said"

        attr_reader :heard, :marks

        # @param contents [Devices::Package::Contents]; @param vouched [Vouched]
        # @param ids [Hash] table => id in the package => id here, or SAID
        def initialize(contents, vouched, ids)
          @contents = contents
          @vouched = vouched
          @ids = ids
          @unproved = Proof.unproved(contents, vouched)
          @names = contents.rows(:people).to_h { |row| [row[:id], row[:name]] }
          @own = vouched.own?
          @fresh = Hash.new { |all, table| all[table] = {} }
          @heard = []
          @marks = []
        end

        # @param row [Hash] of the package; @param values [Hash] the same with references as they are here
        # @return [Boolean]
        def said?(name, row, values) = !why(name, row, values).nil?

        # @return [Boolean] false where it was heard before
        def hear(name, row, values)
          content = JSON.generate(plain(name, row, values))
          return false if ever_heard?(name, row, content)

          @heard << { table_name: name.to_s, row_uid: row[:uid], row_id: nil, lot_id: Lots.of(name, values),
                      said_by: @names[row[:person_id]].to_s, said_at: row[:created_at], content: content,
                      why: why(name, row, values) }
          true
        end

        # @param id [Integer] of what was added
        def believed(name, row, values, id)
          @fresh[name][id] = true if id
          why = @unproved.dig(name, row[:id]) || (IN_A_NAME if !@own && here?(values) && id)
          return if why.nil?

          @marks << { table_name: name.to_s, row_uid: row[:uid], row_id: id, lot_id: Lots.of(name, values),
                      said_by: @names[row[:person_id]].to_s, said_at: row[:created_at], content: "{}", why: why }
        end

        # @return [Boolean] whether a row of here came with this package
        def fresh?(name, id) = @fresh[name].key?(id)

        # @return [Array<Integer>] of what came with this package
        def fresh_ids(name) = @fresh[name].keys

        # @param package [Store::Models::Package]; @param person [Store::Models::Person] who took it in
        def keep(package, person)
          (@heard + @marks).each do |row|
            Store::Models::Hearsay.dataset.insert(**row, package_id: package.id, uid: ULID.generate,
                                                         created_at: Time.now)
          end
          proved.each do |id|
            Store::Models::HearsayEnd.create(hearsay_id: id, how: "proved", person_id: person.id, created_at: Time.now)
          end
        end

        private

        def why(name, row, values)
          return FOLLOWS if follows?(name, values)
          return unless Tables::ACTS.include?(name)
          return NOBODY_VOUCHES unless @vouched.believed?
          return if @own
          return IN_A_NAME if here?(values)

          AGAINST if against?(name, values) && !still_said?(name, row)
        end

        def follows?(name, values)
          loose = Tables::ALL.fetch(name).loose
          values.any? { |column, value| value == SAID && !loose.include?(column) }
        end

        # Whether it is in the name of somebody who signs in here.
        def here?(values)
          @working ||= Store::Models::Person.where(active: true).select_hash(:id, :name)
          @working.key?(values[:person_id])
        end

        # Whether it is about something that was here before.
        def against?(name, values)
          column = Tables::ENDING[name] or return false
          about = values[column] or return false
          parent = Tables.references(name)[column] || Tables::ALL.fetch(name).any&.fetch(values[:subject])
          !@fresh[parent].key?(about)
        end

        # Whether it was heard from an earlier package, whatever came of it; what has no name is known by what it says.
        def ever_heard?(name, row, content)
          said = Store::Models::Hearsay.only_said
          @ever ||= said.exclude(row_uid: nil).select_hash(%i[table_name row_uid], :id)
          return @ever.key?([name.to_s, row[:uid]]) if row[:uid]

          said.where(table_name: name.to_s, row_uid: nil, content: content).any?
        end

        def still_said?(name, row) = still_said.key?([name.to_s, row[:uid]])

        def still_said
          @still_said ||= Store::Models::Hearsay.dataset.open.only_said.exclude(row_uid: nil)
                                                .select_hash(%i[table_name row_uid], :id)
        end

        # What was only said, and is vouched for by now.
        def proved
          still_said.filter_map do |(table, uid), id|
            id if @fresh.key?(table.to_sym) && Sequel::Model.db[table.to_sym].where(uid: uid).any?
          end
        end

        # What it refers to and is only said, too, is named by its uid.
        def plain(name, row, values)
          files = Tables::ALL.fetch(name).files.keys
          values.except(:id, *files).to_h do |column, value|
            value = value.utc.iso8601(6) if value.is_a?(Time)
            value = uid(Tables.references(name).fetch(column), row[column]) if value == SAID
            [column, value]
          end
        end

        def uid(parent, id)
          @uids ||= {}
          @uids[parent] ||= @contents.rows(parent).to_h { |one| [one[:id], one[:uid]] }
          @uids[parent][id]
        end
      end
    end
  end
end
