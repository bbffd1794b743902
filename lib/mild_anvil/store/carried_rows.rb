# frozen_string_literal: true

module MildAnvil
  module Store
    # Which rows go into a package: everything, or lots with all that belongs to them and all that it refers to.
    class CarriedRows
      SLICE = 500
      TABLES = CarriedTables

      # @param lots [Array<Integer>, nil] nil: everything
      # @param job [Integer, nil] a whole job: its studies and conclusions come along
      def initialize(lots: nil, job: nil, database: Sequel::Model.db)
        @database = database
        @lots = lots
        @job = job
        @ids = Hash.new { |all, table| all[table] = {} }
        return if lots.nil?

        add(:jobs, [job]) if job
        add(:lots, lots)
        by_key
        hands
      end

      def everything? = @lots.nil?

      # @return [Array<Hash>] of a table, in order; loose references to what is not carried are empty
      def rows(name)
        found = everything? ? all(name) : chosen(name)
        found = found.exclude(pull_id: nil) if name == :recordings # what was only looked at
        order = @database.schema(name).map(&:first).include?(:id) ? [:id] : TABLES::ALL.fetch(name).key
        rows = found.order(*order).all
        everything? ? rows : rows.map { |row| loosened(name, row) }
      end

      # @return [Array<Integer>] ids of the lots that are carried
      def lot_ids = everything? ? @database[:lots].select_order_map(:id) : @ids[:lots].keys.sort

      private

      def all(name)
        return @database[name] unless name == :source_files

        @database[name].where(id: @database[:recordings].exclude(pull_id: nil).select(:source_file_id))
      end

      def chosen(name)
        return @database[name].where(id: @ids[name].keys) if id?(name)

        table = TABLES::ALL.fetch(name)
        column = table.owners.first
        @database[name].where(column => @ids[TABLES.references(name).fetch(column)].keys)
      end

      def id?(name) = TABLES.columns(name).key?(:id)

      def add(name, ids)
        fresh = ids.compact.uniq - @ids[name].keys
        return if fresh.empty? || !TABLES::ALL.key?(name)

        fresh.each { |id| @ids[name][id] = true }
        fresh.each_slice(SLICE) do |slice|
          parents(name, @database[name].where(id: slice))
          children(name, slice)
        end
      end

      def parents(name, rows)
        loose = TABLES::ALL.fetch(name).loose
        TABLES.references(name).each do |column, parent|
          next if loose.include?(column)

          add(parent, rows.exclude(column => nil).distinct.select_map(column))
        end
      end

      def children(name, ids)
        TABLES::ALL.each_value do |table|
          owners = [*table.owners, *(@job ? table.with_job : [])]
          owners.each do |column|
            next unless TABLES.references(table.name)[column] == name

            carry(table, @database[table.name].where(column => ids))
          end
          any(table, name, ids) if table.any
        end
      end

      def any(table, name, ids)
        return unless table.name == :fact_withdrawals # rules of the shop go with everything only

        subject = table.any.key(name) or return

        add(table.name, @database[table.name].where(subject: subject, subject_id: ids).select_map(:id))
      end

      def carry(table, rows)
        rows = rows.exclude(pull_id: nil) if table.name == :recordings
        return add(table.name, rows.select_map(:id)) if id?(table.name)

        parents(table.name, rows)
      end

      # What the lots name by a key instead of a reference.
      def by_key
        add(:item_types, @database[:item_types].where(key: lots.select(:item_type)).select_map(:id))
        %i[design_factors population_shapes].each { |name| add(name, @database[name].select_map(:id)) }
      end

      # Whoever did something to them.
      def hands
        %i[events carried_events].each do |name|
          add(:people, @database[name].where(lot_id: lot_ids).distinct.select_map(:person_id))
        end
      end

      def lots = @database[:lots].where(id: @ids[:lots].keys)

      def loosened(name, row)
        TABLES::ALL.fetch(name).loose.each do |column|
          parent = TABLES.references(name).fetch(column)
          row[column] = nil unless @ids[parent].key?(row[column])
        end
        row
      end
    end
  end
end
