# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Lays a package over what is here: a row is known again by its uid, or by its place below its parent. What is new
      # is added; what is the same is left; what differs is told, and changed only where somebody chose so and it is no
      # fact. What people did elsewhere and nobody vouches for is not added: it is heard (see Hearing). Inside the
      # caller's transaction.
      class Merge
        Tables = Store::CarriedTables
        ASIDE = %i[id version].freeze
        MOST_TOLD = 200
        # table, uid, label, columns: [{name, here, there}], fact: whether it can only stay as it is
        Difference = Struct.new(:table, :uid, :label, :columns, :fact, keyword_init: true)
        ELSEWHERE = " (elsewhere)"
        LABELS = %i[name title number key label customer text].freeze

        # @param contents [Devices::Package::Contents] without problems
        # @param vouched [Vouched]
        # @param take [Array<String>] uids of differing rows to be taken from the package
        def initialize(contents, vouched, take: [])
          @contents = contents
          @vouched = vouched
          @take = take
          @ids = Hash.new { |all, table| all[table] = {} }
          @differences = []
          @counts = Hash.new { |all, table| all[table] = { new: 0, same: 0, differ: 0, said: 0 } }
          @later = []
          @hearing = Hearing.new(contents, vouched, @ids)
        end

        # @return [Merge] self
        # @raise [InvalidInput] for what cannot be; [Conflict] where both went on under one number
        def call
          known = @contents.tables.map(&:to_sym)
          Tables::ALL.each_value { |table| table(table) if known.include?(table.name) }
          settle_later
          settle_cells
          self
        end

        # @return [Integer, nil] here, of a row of the package
        def here(table, id) = @ids[table][id].then { |found| found if found.is_a?(Integer) }

        attr_reader :differences, :counts, :hearing

        # @return [Array<Integer>] of lots that the package holds
        def lots = @ids[:lots].values

        # @return [Array<Array(Hash, Integer)>] recordings that are new, with their ids here
        def new_recordings = @new_recordings.to_a

        private

        def table(table) = @contents.rows(table.name).each { |row| lay(table, row) }

        def lay(table, row)
          values = mapped(table, row)
          found = find(table, values)
          return known(table, row, values, found) if found
          return hear(table, row, values) if @hearing.said?(table.name, row, values)

          drawn = drawn_here(table, values) or return fresh(table, row, values)
          @ids[table.name][row[:id]] = drawn[:id]
          @counts[table.name][:same] += 1
        end

        def hear(table, row, values)
          @ids[table.name][row[:id]] = Hearing::SAID if row[:id]
          @counts[table.name][@hearing.hear(table.name, row, values) ? :said : :same] += 1
        end

        DRAWN = { language: "en", standing: "", address: "" }.freeze # of packages from before papers had either

        # A paper of the same text, drawn on both sides for whoever opened it: each side keeps what it handed out.
        def drawn_here(table, values)
          place = table.place && DRAWN.merge(values).slice(*table.place)
          database[table.name].first(place) if place
        end

        # References as they are here; Hearing::SAID where what they mean is only said.
        def mapped(table, row)
          values = row.dup
          Tables.references(table.name).each do |column, parent|
            next if values[column].nil?
            next values[column] = nil if hold_back?(table, column, row)

            values[column] = resolved(parent, values[column], table, column)
            values[column] = nil if values[column] == Hearing::SAID && table.loose.include?(column)
          end
          plan_content(values) if table.name == :plans
          any(table, values) if table.any
          values
        end

        # Set once everything is there.
        def hold_back?(table, column, row)
          return false unless table.later.include?(column)

          @later << [table.name, row[:id], column, row[column]]
          true
        end

        def resolved(parent, id, table, column)
          return id unless Tables::ALL.key?(parent)

          @ids[parent][id] || refuse("#{table.name} refers by #{column} to row #{id} of #{parent}, which is not in it")
        end

        def any(table, values)
          parent = table.any.fetch(values[:subject]) { refuse("#{table.name} is about “#{values[:subject]}”") }
          values[:subject_id] =
            parent && values[:subject_id] && resolved(parent, values[:subject_id], table, :subject_id)
        end

        # What a plan names of the register.
        def plan_content(values)
          content = JSON.parse(values[:content])
          content["bench_id"] = @ids[:benches][content["bench_id"]] if content["bench_id"]
          content["train"].to_a.each { |link| link["gear_id"] = @ids[:gear][link["gear_id"]] if link["gear_id"] }
          values[:content] = JSON.generate(content)
        rescue JSON::ParserError
          refuse("a plan in it is no JSON")
        end

        def find(table, values)
          rows = database[table.name]
          return rows.first(uid: values[:uid]) if Tables.columns(table.name).key?(:uid)

          key = values.slice(*table.key)
          key.value?(Hearing::SAID) ? nil : rows.first(key)
        end

        def known(table, row, values, found)
          @ids[table.name][row[:id]] = found[:id] if row[:id]
          columns = differing(table, values, found)
          return @counts[table.name][:same] += 1 if columns.empty?

          @counts[table.name][:differ] += 1
          tell(table, values, found, columns)
          change(table, values, found, columns) if @take.include?(values[:uid].to_s)
        end

        def differing(table, values, found)
          skip = [*ASIDE, *table.files.keys, *table.later, *table.loose, *table.own,
                  *Tables::VOUCHED.fetch(table.name, [])]
          values.except(*skip).filter_map do |name, there|
            name unless same?(found[name], there) || (table.name == :plans && name == :content)
          end
        end

        def same?(here, there)
          return true if there == Hearing::SAID
          return (here - there).abs < 1e-6 if here.is_a?(Time) && there.is_a?(Time)
          return here == BigDecimal(there.to_s) if here.is_a?(BigDecimal) && there.is_a?(Numeric)

          here == there
        end

        def tell(table, values, found, columns)
          return if @differences.size >= MOST_TOLD

          told = columns.map do |name|
            { name: name.to_s, here: found[name].to_s[0, 300], there: values[name].to_s[0, 300] }
          end
          label = LABELS.filter_map { |name| found[name] }.first(2).join(" ")
          @differences << Difference.new(table: table.name.to_s, uid: values[:uid].to_s, label: label, columns: told,
                                         fact: stays?(table))
        end

        # A fact is never changed, nor what has no name of its own.
        def stays?(table) = Tables.fact?(table.name) || !Tables.columns(table.name).key?(:uid) || table.name == :people

        def change(table, values, found, columns)
          refuse("#{table.name} holds facts: they stay as they are here") if stays?(table)
          more = Tables.columns(table.name).key?(:version) ? { version: found[:version] + 1 } : {}
          database[table.name].where(id: found[:id]).update(**values.slice(*columns), **more)
        end

        def fresh(table, row, values)
          @counts[table.name][:new] += 1
          id = insert(table, values)
          @ids[table.name][row[:id]] = id if row[:id]
          @hearing.believed(table.name, row, values, id)
          (@new_recordings ||= []) << [row, id] if table.name == :recordings
          id
        end

        def insert(table, values)
          values = values.except(:id, *(@vouched.believed? ? [] : Tables::VOUCHED.fetch(table.name, [])))
          table.files.each_key { |column| values[column] = Sequel.blob(@contents.file(values[column].to_s)) }
          stranger(values) if table.name == :people
          values[:draft_key] = nil if table.name == :recordings
          database[table.name].insert(values)
        rescue Sequel::UniqueConstraintViolation
          raise Conflict, "#{described(table, values)} is something else here: this and the package went on apart " \
                          "from each other. Nothing was taken in"
        rescue Sequel::Error => e
          raise if Store::Database::GIVEN_WAY.any? { |kind| e.is_a?(kind) }

          refuse("#{described(table, values)} contradicts itself or what it belongs to (row #{values[:uid]}" \
                 "#{e.message[/CONSTRAINT `(\w+)`/, 1]&.then { |name| ", #{name.tr('_', ' ')}" }})")
        end

        # Who comes with a package does not sign in here, and is not taken for somebody of here who has that name.
        def stranger(values)
          values[:active] = false
          return if @vouched.own? || database[:people].where(name: values[:name]).empty?

          longest = Tables.limits(:people)[:name][:longest] - ELSEWHERE.size
          values[:name] = values[:name][0, longest] + ELSEWHERE
        end

        def described(table, values)
          what = table.name.to_s.tr("_", " ").sub(/(?<=ch)es\z|(?<=[^s])s\z/, "")
          named = values.slice(:number, :name, :key, :position).compact.values.first
          "#{what.capitalize} #{named}".strip
        end

        def settle_later
          @later.each do |name, id, column, there|
            row = @ids[name][id]
            value = @ids[Tables.references(name).fetch(column)][there] or next
            next unless [row, value].all?(Integer) && row != value && @hearing.fresh?(name, row)

            database[name].where(id: row, column => nil).update(column => value)
          end
        end

        def settle_cells = Cells.settle(@hearing.fresh_ids(:instruments), @hearing.fresh_ids(:instrument_checks))

        def database = Sequel::Model.db
        def refuse(why) = raise(InvalidInput.new("This package is not taken: #{why}", fields: { file: why }))
      end
    end
  end
end
